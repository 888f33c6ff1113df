import Joi from "joi";
import { readJson } from "@/server/api/body";
import { badInput, problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { clearVehicle } from "@/server/devices/read-vehicle";
import { vehicleInterface } from "@/server/devices/vehicle-interface";
import { line, validate } from "@/server/input";

const input = Joi.object<{ vehicle: string }>({ vehicle: line(80).required() });

/** Clears the codes of every module of a plugged vehicle that can be read. The job is not changed by it. */
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
    return json({ cleared: await clearVehicle(tool, vehicle) });
  });
}
