import "server-only";
import type { FaultCode } from "@/core/codes";
import type { ModuleCoverage } from "@/core/job";
import {
  decodeLiveValue,
  decodeScan,
  LIVE_VALUES,
  type FrozenValue,
  type FreezeFrame,
  type Readiness,
} from "@/core/scan";
import type { PluggedVehicle, VehicleInterface } from "./vehicle-interface";

/** What one module said. */
export interface ModuleReading extends ModuleCoverage {
  readonly codes: readonly FaultCode[];
  readonly readiness: Readiness | null;
  readonly vin: string | null;
  readonly freezeFrame: FreezeFrame | null;
}

/** SAE J1979: codes stored, pending and permanent; then what only the engine's module tells. */
const CODE_REQUESTS = ["03", "07", "0A"] as const;
const ENGINE_REQUESTS = ["01 01", "09 02", "02 02 00", "02 04 00", "02 05 00", "02 0C 00", "02 0D 00"] as const;

/** Reads a plugged vehicle module after module; each is given as soon as it has answered, or has not. */
export async function* readVehicle(tool: VehicleInterface, vehicle: PluggedVehicle): AsyncGenerator<ModuleReading> {
  for (const name of vehicle.modules) yield await readModule(tool, vehicle.id, name);
}

async function readModule(tool: VehicleInterface, vehicle: string, module: string): Promise<ModuleReading> {
  const frames: string[] = [];
  const requests = module === "engine" ? [...CODE_REQUESTS, ...ENGINE_REQUESTS] : CODE_REQUESTS;
  for (const request of requests) {
    const answer = await tool.ask(vehicle, module, request);
    // A module that does not answer the first request is not asked for the rest.
    if (answer.kind !== "response") return { ...NOTHING, module, state: answer.kind };
    frames.push(answer.frame);
  }
  const { codes, monitors, vin, freezeFrame } = decodeScan(frames, "can");
  const own = strongest(codes.map((code) => ({ ...code, module })));
  return { module, state: "read", codes: own, readiness: monitors, vin, freezeFrame };
}

const NOTHING = { codes: [], readiness: null, vin: null, freezeFrame: null };

/** A job notes each code once for each module, by what says most of now: a permanent one may be long repaired. */
function strongest(codes: readonly FaultCode[]): readonly FaultCode[] {
  const rank = { active: 4, stored: 3, pending: 2, permanent: 1, history: 0 } as const;
  const best = new Map<string, FaultCode>();
  for (const code of codes) {
    const before = best.get(code.code);
    if (!before || rank[code.status] > rank[before.status]) best.set(code.code, code);
  }
  return [...best.values()];
}

const CLEAR = "04";

/**
 * Clears the codes of every module that answers.
 * @param jobVin of the vehicle that is meant; null where the job has none
 * @returns the modules that cleared theirs, or null where the vehicle says that it is another one: nothing was cleared then
 */
export async function clearVehicle(
  tool: VehicleInterface,
  vehicle: PluggedVehicle,
  jobVin: string | null,
): Promise<readonly string[] | null> {
  const own = vehicle.modules.includes("engine") ? await tool.ask(vehicle.id, "engine", "09 02") : null;
  const vin = own?.kind === "response" ? decodeScan([own.frame], "can").vin : null;
  if (vin !== null && jobVin !== null && vin !== jobVin) return null;

  const cleared: string[] = [];
  for (const name of vehicle.modules) {
    const answer = await tool.ask(vehicle.id, name, CLEAR);
    if (answer.kind === "response" && answer.frame.startsWith("44")) cleared.push(name);
  }
  return cleared;
}

/**
 * What the engine's module sees at this moment, of the values that are asked for.
 * @returns null where the module does not answer; a value that it does not have is left out
 */
export async function readLive(
  tool: VehicleInterface,
  vehicle: PluggedVehicle,
  names: readonly string[],
): Promise<readonly FrozenValue[] | null> {
  const values: FrozenValue[] = [];
  for (const { request } of LIVE_VALUES.filter(({ name }) => names.includes(name))) {
    const answer = await tool.ask(vehicle.id, "engine", request);
    if (answer.kind !== "response") return null;
    const value = decodeLiveValue(answer.frame);
    if (value) values.push(value);
  }
  return values;
}
