import { failureCurve, type FailureCurve, type Watched } from "@/core/statistics";

/** A vehicle as far as a shop saw it, by its odometer at the first and the last job. */
export interface SeenVehicle {
  readonly firstKm: number;
  readonly lastKm: number;
  /** When it was first found to have failed; null where it was not. */
  readonly failedKm: number | null;
}

export interface WatchedFleet {
  /** Within the span where at least LEAST_AT_RISK were watched: before and after it one vehicle alone would decide. */
  readonly watched: readonly Watched[];
  readonly span: readonly [fromKm: number, toKm: number] | null;
  /** Came in with it the first time: that it fails is known, not when it might not have. */
  readonly cameWithIt: number;
  /** Seen once, without it: no stretch was watched. */
  readonly seenOnce: number;
}

/**
 * What a shop's records say of when it fails. A vehicle is watched from its first job here to the failure or to its last job: whether it failed before
 * it first came is not known, so that it enters late. One that first came because of it was never watched without it.
 */
export function watchedFleet(seen: readonly SeenVehicle[]): WatchedFleet {
  const watched: Watched[] = [];
  let [cameWithIt, seenOnce] = [0, 0];
  for (const { firstKm, lastKm, failedKm } of seen) {
    if (failedKm !== null && failedKm > firstKm) watched.push({ enteredKm: firstKm, km: failedKm, failed: true });
    else if (failedKm !== null) cameWithIt++;
    else if (lastKm > firstKm) watched.push({ enteredKm: firstKm, km: lastKm, failed: false });
    else seenOnce++;
  }
  const span = wellWatched(watched);
  return { watched: span ? within(watched, span) : [], span, cameWithIt, seenOnce };
}

/** Fewer at risk say nothing of others. */
const LEAST_AT_RISK = 3;

/** From the first to the last odometer at which enough vehicles were watched; null where there is none. */
function wellWatched(watched: readonly Watched[]): WatchedFleet["span"] {
  const ends = watched.flatMap(({ enteredKm, km }) => [
    { at: enteredKm, by: 1 },
    { at: km, by: -1 },
  ]);
  // At one odometer who enters is counted after who leaves.
  ends.sort((a, b) => a.at - b.at || a.by - b.by);
  let [watching, from, to] = [0, Infinity, -Infinity];
  for (const { at, by } of ends) {
    if (by < 0 && watching >= LEAST_AT_RISK) to = at;
    watching += by;
    if (watching >= LEAST_AT_RISK) from = Math.min(from, at);
  }
  return from < to ? [from, to] : null;
}

/** Fewer failures make a line that says nothing. */
export const LEAST_FAILURES = 3;
/** How sure the band of a curve is. */
export const CURVE_CONFIDENCE = 0.95;

/** When they fail, by what was watched; null where too few failed while they were. */
export function curveOf({ watched }: WatchedFleet): FailureCurve | null {
  const isEnough = watched.filter(({ failed }) => failed).length >= LEAST_FAILURES;
  return isEnough ? failureCurve(watched, CURVE_CONFIDENCE) : null;
}

/** What was watched of each vehicle within a span. */
function within(watched: readonly Watched[], [from, to]: readonly [number, number]): readonly Watched[] {
  return watched.flatMap(({ enteredKm, km, failed }) => {
    const [first, last] = [Math.max(enteredKm, from), Math.min(km, to)];
    return first < last ? { enteredKm: first, km: last, failed: failed && km <= to } : [];
  });
}

/** Vehicles that were watched at an odometer, and those of them that failed within the stretch after it. */
export function seenFrom(
  watched: readonly Watched[],
  odometerKm: number,
  withinKm: number,
): { readonly watched: number; readonly failed: number } {
  const there = watched.filter(({ enteredKm, km }) => enteredKm <= odometerKm && km > odometerKm);
  const failed = there.filter(({ km, failed: own }) => own && km <= odometerKm + withinKm);
  return { watched: there.length, failed: failed.length };
}
