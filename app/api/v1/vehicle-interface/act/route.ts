import { pluggedVehicleCall } from "@/server/api/plugged-vehicle";
import { refuse, refuseInput } from "@/server/commands/refusal";

/** Turns the key of a simulated vehicle, runs it, drives it or repairs a fault of it. Real vehicles people handle. */
export const POST = pluggedVehicleCall(async (tool, vehicle, { act }) => {
  if (!act) return refuseInput("act", "is needed");
  if (!vehicle.simulated) return refuse({ code: "conflict", message: "This vehicle is a real one." });
  if (!(await tool.act(vehicle.id, act))) return refuseInput("act", "cannot be done with this vehicle");
  return { done: true };
});
