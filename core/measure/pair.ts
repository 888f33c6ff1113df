import { judge, type JudgeRequest, type Verdict } from "./judge";
import { convert, sameDimension, type Quantity } from "./quantity";

/** Two readings of the same kind: the suspect beside one that is known to be good, or the same test before and after. */
export interface PairDifference {
  /** The second less the first, in the unit of the first. */
  readonly difference: Quantity;
  /** As a share of the first; null where the first is zero, or for temperatures, whose zero means nothing. */
  readonly share: number | null;
}

/** @returns null where the two measure different things */
export function differenceOf(first: Quantity, second: Quantity): PairDifference | null {
  if (!sameDimension(first.unit, second.unit)) return null;
  const value = convert(second, first.unit).value - first.value;
  const scale = first.unit === "degC" || first.unit === "degF" ? 0 : Math.abs(first.value);
  return { difference: { value, unit: first.unit }, share: scale ? value / scale : null };
}

/** Parts off one shelf differ by so much; beyond it the suspect is not like the good one. */
export const LIKE_GOOD_SHARE = 0.1;

/** Two roads to the same number may differ in the last bits: a tenth is a tenth in every unit. */
const ROUNDING = 1e-9;

/**
 * The suspect beside a known-good one, measured in the same way.
 * @returns "alike" within `share` of the good one, "differs" beyond; null where they cannot be compared
 */
export function besideGood(good: Quantity, suspect: Quantity, share = LIKE_GOOD_SHARE): "alike" | "differs" | null {
  const pair = differenceOf(good, suspect);
  if (!pair) return null;
  if (pair.share === null) return pair.difference.value === 0 ? "alike" : "differs";
  return Math.abs(pair.share) <= share + ROUNDING ? "alike" : "differs";
}

export type Change = "cured" | "spoilt" | "still-bad" | "still-good" | "unclear";

/** The same test before and after: whether what was done between them moved the verdict. */
export function beforeAndAfter(before: JudgeRequest, after: JudgeRequest): Change {
  const [first, second] = [verdictOf(before), verdictOf(after)];
  if (first === "fail" && second === "pass") return "cured";
  if (first === "pass" && second === "fail") return "spoilt";
  if (first === "fail" && second === "fail") return "still-bad";
  if (first === "pass" && second === "pass") return "still-good";
  return "unclear";
}

function verdictOf(request: JudgeRequest): Verdict {
  const result = judge(request);
  return result.ok ? result.judgement.verdict : "cannot-judge";
}
