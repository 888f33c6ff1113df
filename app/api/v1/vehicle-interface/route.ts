import { problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { vehicleInterface } from "@/server/devices/vehicle-interface";

/** The vehicles that are plugged in; `connected` is false where the shop has no interface or it does not answer. */
export async function GET(request: Request): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "job.record", new Date());
    if (!access.ok) return problemResponse(access.problem);
    try {
      const vehicles = await vehicleInterface()?.vehicles();
      return json({ connected: vehicles !== undefined, vehicles: vehicles ?? [] });
    } catch {
      return json({ connected: false, vehicles: [] });
    }
  });
}
