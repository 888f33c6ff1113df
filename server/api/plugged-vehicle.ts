import "server-only";
import Joi from "joi";
import { LIVE_VALUES } from "@/core/scan";
import { refuse } from "@/server/commands/refusal";
import {
  VEHICLE_ACTS,
  vehicleInterface,
  type PluggedVehicle,
  type VehicleAct,
  type VehicleInterface,
} from "@/server/devices/vehicle-interface";
import { line, optionalLine } from "@/server/input";
import { call, type Handler } from "./call";

export interface PluggedRequest {
  readonly vehicle: string;
  readonly jobVin: string | null;
  /** What is to be done with a simulated vehicle. */
  readonly act: VehicleAct | null;
  /** Live values that are to be read. */
  readonly values: readonly string[];
}

export const pluggedInput = Joi.object<PluggedRequest>({
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

/** A call about a vehicle that is plugged in, for who may record on jobs. */
export const pluggedVehicleCall = (
  work: (tool: VehicleInterface, vehicle: PluggedVehicle, asked: PluggedRequest) => Promise<unknown>,
): Handler =>
  call("job.record", pluggedInput, async ({ input }) => {
    const tool = vehicleInterface();
    const vehicle = (await tool?.vehicles())?.find(({ id }) => id === input.vehicle);
    if (!tool || !vehicle) return refuse({ code: "not-found", what: "vehicle plugged in" });
    return work(tool, vehicle, input);
  });
