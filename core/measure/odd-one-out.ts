import { convert, sameDimension } from "./quantity";
import type { Reading } from "./spec";
import type { Unit } from "./units";

/**
 * Several like things compared: cylinders, wheels, coils, left against right. Each is measured the same way; the one that stands
 * apart from the rest is found without any spec.
 */
export interface LikeReading {
  /** "cylinder 3", "rear left" */
  readonly label: string;
  readonly reading: Reading;
}

export interface Comparison {
  readonly unit: Unit;
  /** Of the readings that are numbers; null where there is none. */
  readonly median: number | null;
  /** Median of the absolute deviations from the median, unscaled. */
  readonly mad: number | null;
  /** How far each lies from the rest, in robust standard deviations, signed; null for an open circuit. */
  readonly scores: readonly (number | null)[];
  /** Places in the list of those that stand apart. */
  readonly odd: readonly number[];
}

export type ComparisonResult =
  | { readonly ok: true; readonly comparison: Comparison }
  | { readonly ok: false; readonly why: "too-few" | "other-dimension"; readonly at: number | null };

/** Of two things that differ nobody can say which is odd. */
export const LEAST_LIKE_READINGS = 3;
/** A modified z-score beyond this stands apart: Iglewicz and Hoaglin (1993), How to Detect and Handle Outliers, section 3.4. */
export const ODD_SCORE = 3.5;
/** The MAD of a normal distribution is 0.6745 of its standard deviation. */
const MAD_TO_SIGMA = 0.6745;
/**
 * Things that are alike read within so much of each other however good the meter is: without this floor, three equal readings would
 * make a fourth odd that differs in its last digit. So nothing stands apart that lies within 7 % of the median.
 */
const LEAST_SPREAD_SHARE = 0.02;

/**
 * Finds the odd one out by median and MAD.
 * @param options `floor`: the meter's own uncertainty in the first reading's unit, at which differences mean nothing
 * @returns the comparison in the unit of the first number; or why there is none, with the place of what does not fit
 * @example oddOneOut([ohm(0.7), ohm(0.8), ohm(4), ohm(0.7)]).comparison.odd // [2]
 */
export function oddOneOut(
  readings: readonly LikeReading[],
  { floor = 0 }: { readonly floor?: number } = {},
): ComparisonResult {
  if (readings.length < LEAST_LIKE_READINGS) return { ok: false, why: "too-few", at: null };
  const unit = readings.flatMap(({ reading }) => ("open" in reading ? [] : [reading.unit]))[0] ?? "ohm";
  const stranger = readings.findIndex(({ reading }) => !("open" in reading) && !sameDimension(reading.unit, unit));
  if (stranger >= 0) return { ok: false, why: "other-dimension", at: stranger };
  const values = readings.map(({ reading }) => ("open" in reading ? null : convert(reading, unit).value));
  const numbers = values.filter((value) => value !== null);
  const median = numbers.length ? medianOf(numbers) : null;
  const mad = median === null ? null : medianOf(numbers.map((value) => Math.abs(value - median)));
  const scores = values.map((value) => scoreOf(value, median, mad, floor));
  const allOpen = numbers.length === 0;
  const odd = scores.flatMap((score, at) =>
    (score === null && !allOpen) || Math.abs(score ?? 0) > ODD_SCORE ? [at] : [],
  );
  return { ok: true, comparison: { unit, median, mad, scores, odd } };
}

function scoreOf(value: number | null, median: number | null, mad: number | null, floor: number): number | null {
  if (value === null || median === null || mad === null) return null;
  const spread = Math.max(mad / MAD_TO_SIGMA, Math.abs(median) * LEAST_SPREAD_SHARE, floor);
  if (spread === 0) return value === median ? 0 : Math.sign(value - median) * Number.MAX_VALUE;
  return (value - median) / spread;
}

/** @throws Error for an empty list */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  const [below, at] = [sorted[middle - 1], sorted[middle]];
  if (at === undefined) throw new Error("medianOf: the list is empty");
  return sorted.length % 2 || below === undefined ? at : (below + at) / 2;
}
