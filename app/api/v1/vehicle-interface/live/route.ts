import { withPluggedVehicle } from "@/server/api/plugged-vehicle";
import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { json } from "@/server/api/route";
import { readLive } from "@/server/devices/read-vehicle";

/** What a plugged vehicle's engine sees at this moment: up to two values. Whoever records asks again. */
export async function POST(request: Request): Promise<Response> {
  return withPluggedVehicle(request, async (tool, vehicle, { values }) => {
    const live = await readLive(tool, vehicle, values);
    if (!live)
      return problemResponse(
        problemOfRefusal({ code: "conflict", message: "The engine’s module does not answer. Is the key on?" }),
      );
    return json({ values: live });
  });
}
