import { pluggedVehicleCall } from "@/server/api/plugged-vehicle";
import { refuse } from "@/server/commands/refusal";
import { readLive } from "@/server/devices/read-vehicle";

/** What a plugged vehicle's engine sees at this moment: up to two values. Whoever records asks again. */
export const POST = pluggedVehicleCall(async (tool, vehicle, { values }) => {
  const live = await readLive(tool, vehicle, values);
  if (!live) return refuse({ code: "conflict", message: "The engine’s module does not answer. Is the key on?" });
  return { values: live };
});
