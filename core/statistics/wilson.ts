import { normalQuantile } from "./normal";

/** Where a share lies, 0 to 1. */
export interface Interval {
  readonly low: number;
  readonly high: number;
}

/**
 * The score interval of a share (Wilson 1927, without continuity correction): honest where few were seen, and never outside 0 to 1.
 * @param confidence above 0 and below 1
 * @throws Error where more were seen than there were, or there were none
 * @example wilson(0, 3, 0.95) // { low: 0, high: 0.56 }
 */
export function wilson(seen: number, of: number, confidence: number): Interval {
  if (!(of > 0) || seen < 0 || seen > of) throw new Error(`wilson: ${seen} of ${of} is no share`);
  const z = normalQuantile((1 + confidence) / 2);
  const share = seen / of;
  const middle = (share + (z * z) / (2 * of)) / (1 + (z * z) / of);
  const half = (z / (1 + (z * z) / of)) * Math.sqrt((share * (1 - share)) / of + (z * z) / (4 * of * of));
  return { low: Math.max(0, middle - half), high: Math.min(1, middle + half) };
}
