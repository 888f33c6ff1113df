/** How often a fault shows itself: seen in tries before the repair, or as the customer says. */
export type HowOften =
  | { readonly kind: "tried"; readonly shown: number; readonly tries: number }
  | { readonly kind: "told"; readonly oneIn: number };

export interface Doubt {
  /** The chance that a vehicle which is not cured would have shown nothing in so many tries, 0 to 1. */
  readonly doubt: number;
  /** The least number of clean tries in all that leaves at most the doubt that is allowed; null above `MOST_TRIES`. */
  readonly triesNeeded: number | null;
}

/** Nobody drives so often. */
export const MOST_TRIES = 10_000;
/** What is left over by binary rounding alone, as a share of the doubt. */
const SLACK = 1e-12;

/**
 * May we believe that it is gone? Told "one time in n" each clean try multiplies the doubt by 1 - 1/n. From tries the rate is uncertain itself:
 * with Jeffreys' prior B(a, b + k) / B(a, b) is left after k clean ones, a = shown + 1/2, b = tries - shown + 1/2 (beta-binomial
 * predictive; Gelman et al., Bayesian Data Analysis, 2.4 and 2.8).
 * @param cleanTries tries since the repair in which nothing showed
 * @param confidence how sure to be, 0.5 to less than 1
 */
export function doubtLeft(howOften: HowOften, cleanTries: number, confidence: number): Doubt {
  const allowed = (1 - confidence) * (1 + SLACK);
  let [doubt, left, needed]: [number, number, number | null] = [1, 1, null];
  for (let done = 0; done <= Math.max(cleanTries, MOST_TRIES); done++) {
    if (done === cleanTries) doubt = left;
    if (needed === null && done <= MOST_TRIES && left <= allowed) needed = done;
    if (needed !== null && done >= cleanTries) break;
    left *= cleanChance(howOften, done);
  }
  return { doubt, triesNeeded: needed };
}

/** The chance that the next try is clean though nothing is cured, after so many clean ones. */
function cleanChance(howOften: HowOften, after: number): number {
  if (howOften.kind === "told") return 1 - 1 / howOften.oneIn;
  const a = howOften.shown + 0.5;
  const b = howOften.tries - howOften.shown + 0.5;
  return (b + after) / (a + b + after);
}
