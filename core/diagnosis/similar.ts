import type { Vehicle } from "@/core/vehicle";

/** A closed job as far as likeness needs it. */
export interface JobSketch {
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  /** Feature keys as in `features.ts`. */
  readonly features: readonly string[];
}

export interface Likeness {
  /** 0 to 1. */
  readonly score: number;
  readonly sameVehicle: readonly ("model" | "engine" | "transmission" | "make" | "odometer")[];
  /** Shared features, the rarest first. */
  readonly shared: readonly string[];
}

/** What agreement on the vehicle is worth, in nats, beside a feature's rarity. */
export const VEHICLE_WORTH = { engine: 1.2, model: 1, transmission: 0.4, make: 0.3, odometer: 0.4 } as const;
const NEAR_KM = 30_000;

/**
 * How like a closed job is to a new one: shared features weighted by rarity (Spärck Jones 1972, inverse document frequency)
 * and shared groups of the vehicle, against the most that this case could share.
 * @param rarity nats by feature key: log(jobs / jobs with the feature)
 */
export function likeness(now: JobSketch, then: JobSketch, rarity: ReadonlyMap<string, number>): Likeness {
  const theirs = new Set(then.features);
  const worth = (key: string) => rarity.get(key) ?? 0;
  const shared = now.features.filter((key) => theirs.has(key)).sort((a, b) => worth(b) - worth(a));
  const sameVehicle = sameParts(now, then);
  const most = sum(now.features.map(worth)) + sum(Object.values(VEHICLE_WORTH));
  const got = sum(shared.map(worth)) + sum(sameVehicle.map((part) => VEHICLE_WORTH[part]));
  return { score: most > 0 ? got / most : 0, sameVehicle, shared };
}

function sameParts(now: JobSketch, then: JobSketch): Likeness["sameVehicle"] {
  const { vehicle: a } = now;
  const { vehicle: b } = then;
  const near =
    now.odometerKm !== null && then.odometerKm !== null && Math.abs(now.odometerKm - then.odometerKm) <= NEAR_KM;
  const agreements = [
    ["engine", a.engine !== null && a.engine === b.engine],
    ["model", a.make === b.make && a.model === b.model],
    ["transmission", a.transmission !== null && a.transmission === b.transmission],
    ["make", a.make === b.make],
    ["odometer", near],
  ] as const;
  return agreements.flatMap(([part, agrees]) => (agrees ? [part] : []));
}

function sum(values: readonly number[]): number {
  return values.reduce((a, b) => a + b, 0);
}
