import type { Money } from "./repair";

/** What was tried on jobs like this one, added up. */
export interface TrialSum {
  readonly kind: "part" | "test";
  readonly subject: string;
  readonly tried: number;
  readonly helped: number;
  /** Spent where it did not help. */
  readonly minutesLost: number;
  readonly costLost: Money;
}

/** A test is a dead end only where it never helped, and more than once: to rule something out is what a test is for. */
const FEWEST_VAIN_TESTS = 2;

/**
 * The roads that others walked in vain, the dearest first.
 * @param ratePerHour what an hour costs, so that minutes and money compare; same currency as the costs
 */
export function deadEndsOf(sums: readonly TrialSum[], ratePerHour: number): readonly TrialSum[] {
  const dear = ({ minutesLost, costLost }: TrialSum) => (minutesLost / 60) * ratePerHour + costLost.amount;
  return sums
    .filter(({ kind, tried, helped }) =>
      kind === "part" ? tried > helped : helped === 0 && tried >= FEWEST_VAIN_TESTS,
    )
    .sort((a, b) => dear(b) - dear(a));
}
