import { medianOf } from "./odd-one-out";
import { convert, sameDimension, type Quantity } from "./quantity";

/** What good parts read here: gathered from tests that passed. */
export interface KnownGood {
  readonly median: Quantity;
  /** Median of the absolute deviations from the median. */
  readonly spread: Quantity;
  readonly n: number;
}

/** Fewer say too little to compare with. */
const LEAST = 3;

/**
 * Median and spread of readings from good parts, in the unit of the first; readings of something else are left out.
 * @returns null for fewer than three
 */
export function knownGood(readings: readonly Quantity[]): KnownGood | null {
  const unit = readings[0]?.unit;
  if (!unit) return null;
  const values = readings.filter((each) => sameDimension(each.unit, unit)).map((each) => convert(each, unit).value);
  if (values.length < LEAST) return null;
  const median = medianOf(values);
  const spread = medianOf(values.map((value) => Math.abs(value - median)));
  return { median: { value: median, unit }, spread: { value: spread, unit }, n: values.length };
}
