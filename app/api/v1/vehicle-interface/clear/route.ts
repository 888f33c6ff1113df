import { withPluggedVehicle } from "@/server/api/plugged-vehicle";
import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { json } from "@/server/api/route";
import { clearVehicle } from "@/server/devices/read-vehicle";

const OTHER_VEHICLE = "The vehicle on the interface is not this job's: its VIN is another. Nothing was cleared.";

/** Clears the codes of every module of a plugged vehicle that can be read, unless it is another one than the job's. */
export async function POST(request: Request): Promise<Response> {
  return withPluggedVehicle(request, async (tool, vehicle, { jobVin }) => {
    const cleared = await clearVehicle(tool, vehicle, jobVin);
    if (!cleared) return problemResponse(problemOfRefusal({ code: "conflict", message: OTHER_VEHICLE }));
    return json({ cleared });
  });
}
