import "server-only";
import Joi from "joi";
import { LIVE_VALUES } from "@/core/scan";
import {
  VEHICLE_ACTS,
  vehicleInterface,
  type PluggedVehicle,
  type VehicleAct,
  type VehicleInterface,
} from "@/server/devices/vehicle-interface";
import { line, optionalLine, validate } from "@/server/input";
import { readJson } from "./body";
import { badInput, problemOfRefusal, problemResponse } from "./problem";
import { checkAccess, guarded } from "./route";

export interface PluggedRequest {
  readonly vehicle: string;
  readonly jobVin: string | null;
  /** What is to be done with a simulated vehicle. */
  readonly act: VehicleAct | null;
  /** Live values that are to be read. */
  readonly values: readonly string[];
}

const input = Joi.object<PluggedRequest>({
  vehicle: line(80).required(),
  jobVin: optionalLine(20),
  act: Joi.alternatives()
    .try(Joi.string().valid(...VEHICLE_ACTS), Joi.object({ repair: line(80).required() }))
    .allow(null)
    .default(null),
  values: Joi.array()
    .max(2)
    .items(Joi.string().valid(...LIVE_VALUES.map(({ name }) => name)))
    .default([]),
});

/** Answers a request about a vehicle that is plugged in, for who may record on jobs. */
export async function withPluggedVehicle(
  request: Request,
  work: (tool: VehicleInterface, vehicle: PluggedVehicle, asked: PluggedRequest) => Promise<Response>,
): Promise<Response> {
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
    return work(tool, vehicle, parsed.value);
  });
}
