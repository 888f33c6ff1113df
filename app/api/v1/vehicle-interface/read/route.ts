import Joi from "joi";
import { readJson } from "@/server/api/body";
import { badInput, problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded } from "@/server/api/route";
import { readVehicle } from "@/server/devices/read-vehicle";
import { vehicleInterface, type PluggedVehicle, type VehicleInterface } from "@/server/devices/vehicle-interface";
import { line, validate } from "@/server/input";

const input = Joi.object<{ vehicle: string }>({ vehicle: line(80).required() });

/** Reads a plugged vehicle: one line of JSON for each module, as it answers. Nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "job.record", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const body = await readJson(request);
    if (!body.ok) return problemResponse(body.problem);
    const parsed = validate(input, body.value);
    if (!parsed.ok) return problemResponse(badInput(parsed.problems));
    const tool = vehicleInterface();
    const vehicle = (await tool?.vehicles())?.find(({ id }) => id === parsed.value.vehicle);
    if (!tool || !vehicle) return problemResponse(problemOfRefusal({ code: "not-found", what: "vehicle plugged in" }));
    return new Response(lines(tool, vehicle), {
      headers: { "content-type": "application/x-ndjson; charset=utf-8", "cache-control": "no-store" },
    });
  });
}

function lines(tool: VehicleInterface, vehicle: PluggedVehicle): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  const readings = readVehicle(tool, vehicle);
  return new ReadableStream({
    async pull(controller) {
      const { done, value } = await readings.next();
      if (done) controller.close();
      else controller.enqueue(encoder.encode(`${JSON.stringify(value)}\n`));
    },
    async cancel() {
      await readings.return(undefined);
    },
  });
}
