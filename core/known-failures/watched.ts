import type { Watched } from "@/core/statistics";

/** A vehicle as far as a shop saw it, by its odometer at the first and the last job. */
export interface SeenVehicle {
  readonly firstKm: number;
  readonly lastKm: number;
  /** When it was first found to have failed; null where it was not. */
  readonly failedKm: number | null;
}

export interface WatchedFleet {
  readonly watched: readonly Watched[];
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
  return { watched, cameWithIt, seenOnce };
}
