import type { Vehicle } from "@/core/vehicle";
import { appliesTo, type Applies } from "./applies";
import type { Cause } from "./cause";

/** How far a pattern is to be believed; hearsay never outranks the shop's own proved jobs. */
export const GRADES = ["hearsay", "bulletin", "seen", "proved"] as const;
export type Grade = (typeof GRADES)[number];

/** What a pattern is worth in jobs, by its grade; less than a handful, so that it gives way as real jobs come in. */
export const PATTERN_JOBS: Record<Grade, number> = { hearsay: 0.4, bulletin: 1.5, seen: 2.5, proved: 4 };

export interface Pattern extends Cause {
  readonly key: string;
  readonly title: string;
  readonly applies: Applies;
  readonly odometerKm: readonly [number, number] | null;
  readonly evidence: Grade;
  readonly symptoms: readonly string[];
  readonly codes: readonly string[];
  readonly confirmBy: string | null;
  readonly note: string;
}

/** Whether a pattern speaks of this vehicle at this odometer; an unknown odometer is given the benefit of the doubt. */
export function patternApplies(pattern: Pattern, vehicle: Vehicle, odometerKm: number | null): boolean {
  const window = pattern.odometerKm;
  return (
    appliesTo(pattern.applies, vehicle) &&
    (window === null || odometerKm === null || (odometerKm >= window[0] && odometerKm <= window[1]))
  );
}
