import type { Vehicle } from "./vehicle";

/**
 * The groups of vehicles in which causes are counted. Which of them make a vehicle "similar" depends on the system of the
 * cause: an engine fault travels with the engine code, a gearbox fault with the transmission, the rest with the model.
 */
export type GroupKey = string & { readonly __brand: "group" };

/** Wide enough to hold jobs, narrow enough for wear to show: four bands cover most of a working vehicle's life. */
const BAND_KM = 60_000;
const LAST_BAND = 5;

const ENGINE_SYSTEMS = new Set(["engine", "fuel", "intake", "exhaust", "ignition", "charging", "cooling"]);
const TRANSMISSION_SYSTEMS = new Set(["transmission", "clutch", "driveline"]);

/** Whether work on one system is near a complaint of the other: the same one, or both about the engine, or both about the drive. */
export function relatedSystems(one: string, other: string): boolean {
  return one === other || [ENGINE_SYSTEMS, TRANSMISSION_SYSTEMS].some((family) => family.has(one) && family.has(other));
}

export const ALL_VEHICLES = "all" as GroupKey;
/** Jobs that ended without a cause, counted apart: they tell how much the book does not know. */
export const UNSOLVED_JOBS = "unsolved" as GroupKey;

const group = (kind: string, ...parts: (string | number)[]) => [kind, ...parts].join("|") as GroupKey;

/** The group of all vehicles of a make. */
export const makeGroup = (vehicle: Vehicle) => group("make", vehicle.make);
/** The group of all vehicles of a model. */
export const modelGroup = (vehicle: Vehicle) => group("model", vehicle.make, vehicle.model);

/** Every group in which a job on this vehicle is counted. */
export function groupsOf(vehicle: Vehicle, odometerKm: number | null): readonly GroupKey[] {
  const chains = [
    engineChain(vehicle, odometerKm),
    transmissionChain(vehicle, odometerKm),
    modelChain(vehicle, odometerKm),
  ];
  return [...new Set(chains.flat())];
}

/** The groups to ask for a cause of this system, narrow to wide; the last is all vehicles. */
export function chainFor(system: string, vehicle: Vehicle, odometerKm: number | null): readonly GroupKey[] {
  if (ENGINE_SYSTEMS.has(system)) return engineChain(vehicle, odometerKm);
  if (TRANSMISSION_SYSTEMS.has(system)) return transmissionChain(vehicle, odometerKm);
  return modelChain(vehicle, odometerKm);
}

function engineChain(vehicle: Vehicle, odometerKm: number | null): readonly GroupKey[] {
  if (!vehicle.engine) return modelChain(vehicle, odometerKm);
  return [...withBand("engine", [vehicle.engine], odometerKm), makeGroup(vehicle), ALL_VEHICLES];
}

function transmissionChain(vehicle: Vehicle, odometerKm: number | null): readonly GroupKey[] {
  if (!vehicle.transmission) return modelChain(vehicle, odometerKm);
  return [...withBand("transmission", [vehicle.transmission], odometerKm), makeGroup(vehicle), ALL_VEHICLES];
}

function modelChain(vehicle: Vehicle, odometerKm: number | null): readonly GroupKey[] {
  return [...withBand("model", [vehicle.make, vehicle.model], odometerKm), makeGroup(vehicle), ALL_VEHICLES];
}

function withBand(kind: string, parts: readonly string[], odometerKm: number | null): readonly GroupKey[] {
  const wide = group(kind, ...parts);
  if (odometerKm === null) return [wide];
  const band = Math.min(Math.floor(odometerKm / BAND_KM), LAST_BAND);
  return [group(`${kind}-band`, ...parts, band), wide];
}

/** The group in words: "engine D21K", "this odometer band", for "9 of 41 jobs on engine D21K". */
export function groupName(key: GroupKey): string {
  const [kind, ...parts] = key.split("|");
  if (kind === "all" || !kind) return "all vehicles";
  if (!kind.endsWith("-band")) return kind === "model" ? parts.join(" ") : `${kind} ${parts.join(" ")}`;
  const band = Number(parts.at(-1));
  const subject =
    kind === "model-band"
      ? parts.slice(0, -1).join(" ")
      : `${kind.replace("-band", "")} ${parts.slice(0, -1).join(" ")}`;
  const from = (band * BAND_KM) / 1000;
  return band === LAST_BAND
    ? `${subject} past ${from} 000 km`
    : `${subject} at ${from} 000 to ${from + BAND_KM / 1000} 000 km`;
}
