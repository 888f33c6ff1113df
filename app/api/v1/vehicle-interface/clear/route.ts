import { pluggedVehicleCall } from "@/server/api/plugged-vehicle";
import { refuse } from "@/server/commands/refusal";
import { clearVehicle } from "@/server/devices/read-vehicle";

const OTHER_VEHICLE = "The vehicle on the interface is not this job's: its VIN is another. Nothing was cleared.";

/** Clears the codes of every module of a plugged vehicle that can be read, unless it is another one than the job's. */
export const POST = pluggedVehicleCall(async (tool, vehicle, { jobVin }) => {
  const cleared = await clearVehicle(tool, vehicle, jobVin);
  return cleared ? { cleared } : refuse({ code: "conflict", message: OTHER_VEHICLE });
});
