import { withPluggedVehicle } from "@/server/api/plugged-vehicle";
import { badInput, problemOfRefusal, problemResponse } from "@/server/api/problem";
import { json } from "@/server/api/route";

/** Turns the key of a simulated vehicle, runs it, drives it or repairs a fault of it. Real vehicles people handle. */
export async function POST(request: Request): Promise<Response> {
  return withPluggedVehicle(request, async (tool, vehicle, { act }) => {
    if (!act) return problemResponse(badInput([{ path: "act", message: "is needed" }]));
    if (!vehicle.simulated)
      return problemResponse(problemOfRefusal({ code: "conflict", message: "This vehicle is a real one." }));
    if (!(await tool.act(vehicle.id, act)))
      return problemResponse(badInput([{ path: "act", message: "cannot be done with this vehicle" }]));
    return json({ done: true });
  });
}
