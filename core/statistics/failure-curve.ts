import { normalQuantile } from "./normal";

/** A vehicle that was watched from one odometer to another; there it failed, or was last seen without having failed. */
export interface Watched {
  readonly enteredKm: number;
  readonly km: number;
  readonly failed: boolean;
}

/** What is left after the failures at one odometer. */
export interface CurveStep {
  readonly km: number;
  readonly atRisk: number;
  readonly failures: number;
  /** Share that has not failed by then, 0 to 1. */
  readonly surviving: number;
  /** The confidence band; null where nothing survives. */
  readonly low: number | null;
  readonly high: number | null;
}

export interface FailureCurve {
  readonly vehicles: number;
  readonly failures: number;
  /** By odometer. */
  readonly steps: readonly CurveStep[];
  /** The first odometer with at most half, and at most nine in ten, surviving; null where that is not reached. */
  readonly medianKm: number | null;
  readonly b10Km: number | null;
}

/** What is granted to binary rounding. */
const ROUNDING = 1e-12;

/**
 * When do they fail? The product-limit estimate with late entries (Kaplan and Meier 1958; at risk at t: entered before t and seen at t or later),
 * failures before censorings at one odometer. The band is the log-log interval with Greenwood's variance (Kalbfleisch and Prentice, The
 * Statistical Analysis of Failure Time Data, 1.4).
 * @param vehicles each with `enteredKm` less than `km`
 * @param confidence of the band, between 0 and 1
 */
export function failureCurve(vehicles: readonly Watched[], confidence: number): FailureCurve {
  const z = normalQuantile((1 + confidence) / 2);
  const entries = vehicles.map(({ enteredKm }) => enteredKm).sort((a, b) => a - b);
  const ends = vehicles.map(({ km }) => km).sort((a, b) => a - b);
  const failedAt = vehicles.flatMap(({ km, failed }) => (failed ? km : [])).sort((a, b) => a - b);
  const steps: CurveStep[] = [];
  let [surviving, variance] = [1, 0];
  for (let at = 0; at < failedAt.length;) {
    const km = failedAt[at] ?? 0;
    const failures = countBefore(failedAt, km, true) - at;
    // Entered before it, less those that were gone by then.
    const atRisk = countBefore(entries, km, false) - countBefore(ends, km, false);
    surviving *= 1 - failures / atRisk;
    variance += failures / (atRisk * (atRisk - failures));
    steps.push({ km, atRisk, failures, surviving, ...bandOf(surviving, variance, z) });
    at += failures;
  }
  const firstAt = (share: number) => steps.find((step) => step.surviving <= share + ROUNDING)?.km ?? null;
  return {
    vehicles: vehicles.length,
    failures: failedAt.length,
    steps,
    medianKm: firstAt(0.5),
    b10Km: firstAt(0.9),
  };
}

function bandOf(surviving: number, variance: number, z: number): Pick<CurveStep, "low" | "high"> {
  if (surviving <= 0) return { low: null, high: null };
  const spread = (z * Math.sqrt(variance)) / Math.log(surviving);
  return { low: surviving ** Math.exp(-spread), high: surviving ** Math.exp(spread) };
}

/** How many of a sorted list lie before a value, or with `andAt` at it too. */
function countBefore(sorted: readonly number[], value: number, andAt: boolean): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    const each = sorted[middle] ?? 0;
    if (each < value || (andAt && each === value)) low = middle + 1;
    else high = middle;
  }
  return low;
}

/**
 * The chance that a vehicle which got to an odometer fails within the next stretch: 1 - S(a + b) / S(a), S as of the steps.
 * @returns null where no vehicle was seen as far, or none survived as far
 */
export function chanceOfFailing(
  { steps }: FailureCurve,
  vehicles: readonly Watched[],
  { odometerKm, withinKm }: { readonly odometerKm: number; readonly withinKm: number },
): number | null {
  if (!vehicles.some(({ km }) => km >= odometerKm)) return null;
  const survivingAt = (km: number) => steps.findLast((step) => step.km <= km)?.surviving ?? 1;
  const now = survivingAt(odometerKm);
  return now > 0 ? 1 - survivingAt(odometerKm + withinKm) / now : null;
}
