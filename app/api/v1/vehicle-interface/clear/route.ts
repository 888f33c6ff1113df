import { withPluggedVehicle } from "@/server/api/plugged-vehicle";
import { json } from "@/server/api/route";
import { clearVehicle } from "@/server/devices/read-vehicle";

/** Clears the codes of every module of a plugged vehicle that can be read. The job is not changed by it. */
export async function POST(request: Request): Promise<Response> {
  return withPluggedVehicle(request, async (tool, vehicle) => json({ cleared: await clearVehicle(tool, vehicle) }));
}
