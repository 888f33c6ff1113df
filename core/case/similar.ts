import type { Vehicle } from "@/core/vehicle";
import type { CauseKey } from "@/core/book";

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
  /** Nats of what is shared: telling more of a case never makes it less. */
  readonly worth: number;
  /** A suspect of this case that was the cause there. */
  readonly suspect: CauseKey | null;
}

/** What agreement on the vehicle is worth, in nats, beside a feature's rarity. */
/** A suspect in common is worth so much, times its odds. */
export const SUSPECT_WORTH = 2;

export const VEHICLE_WORTH = { engine: 1.2, model: 1, transmission: 0.4, make: 0.3, odometer: 0.4 } as const;
const NEAR_KM = 30_000;
/** A suspect in common that is less likely says little. */
const WORTH_NAMING = 0.1;

/**
 * How like a closed job is to a new one: shared features weighted by rarity (Spärck Jones 1972, inverse document frequency)
 * and shared groups of the vehicle, against the most that this case could share.
 * @param rarity nats by feature key: log(jobs / jobs with the feature)
 * @param suspects odds of this case's suspects
 */
export function likeness(
  now: JobSketch,
  then: JobSketch & { readonly causes?: readonly CauseKey[] },
  rarity: ReadonlyMap<string, number>,
  suspects: ReadonlyMap<CauseKey, number> = new Map(),
): Likeness {
  const theirs = new Set(then.features);
  const worth = (key: string) => rarity.get(key) ?? 0;
  const shared = now.features.filter((key) => theirs.has(key)).sort((a, b) => worth(b) - worth(a));
  const sameVehicle = sameParts(now, then);
  const most = sum(now.features.map(worth)) + sum(Object.values(VEHICLE_WORTH));
  const found = (then.causes ?? [])
    .map((cause) => ({ cause, p: suspects.get(cause) ?? 0 }))
    .sort((a, b) => b.p - a.p)[0];
  const inCommon = SUSPECT_WORTH * (found?.p ?? 0);
  const got = sum(shared.map(worth)) + sum(sameVehicle.map((part) => VEHICLE_WORTH[part])) + inCommon;
  return {
    score: most > 0 ? Math.min(1, got / (most + SUSPECT_WORTH * Math.max(0, ...suspects.values()))) : 0,
    sameVehicle,
    shared,
    worth: got,
    suspect: found && found.p >= WORTH_NAMING ? found.cause : null,
  };
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
