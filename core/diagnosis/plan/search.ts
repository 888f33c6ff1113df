import { afterOutcome, guessingMinutes, without } from "./guessing";
import type { Outlook, TestOutlook } from "./outlook";

/** How many tests are looked at beyond their own outcome, and how many may follow each. */
const LOOKED_AT_TWICE = 6;
const FOLLOWERS = 12;
/** Outcomes rarer than this are not looked beyond: what follows them hardly counts. */
const WORTH_A_SECOND_LOOK = 0.02;

export interface TestWorth {
  readonly at: number;
  /** From now until the cause is fixed, the test's own minutes included. */
  readonly minutes: number;
}

/**
 * Expected minutes until the cause is fixed for every test: its own minutes, then, averaged over its outcomes, the best order of
 * repairs; for the best few also the best test that may follow instead.
 */
export function worthOfTests(outlook: Outlook): readonly TestWorth[] {
  const worths = outlook.tests.map((test, at) => ({ at, minutes: costOf(test) + after(outlook, test) }));
  const best = [...worths].sort((a, b) => a.minutes - b.minutes);
  const followers = best.slice(0, FOLLOWERS).map(({ at }) => at);
  for (const worth of best.slice(0, LOOKED_AT_TWICE)) {
    const test = outlook.tests[worth.at];
    if (test) worths[worth.at] = { at: worth.at, minutes: costOf(test) + afterTwo(outlook, worth.at, test, followers) };
  }
  return worths;
}

export const costOf = ({ minutes, accessMinutes }: TestOutlook) => minutes + accessMinutes;

function after(outlook: Outlook, { likelihood, base }: TestOutlook): number {
  return likelihood.reduce((sum, own, outcome) => {
    const then = afterOutcome(outlook, own, base[outcome] ?? 0);
    return then.chance > 0 ? sum + then.chance * guessingMinutes(outlook.costs, then.odds, then.unknown) : sum;
  }, 0);
}

/** As `after`, but each outcome may be followed by one more test where that is better than repairing at once. */
function afterTwo(
  outlook: Outlook,
  at: number,
  { likelihood, base, access }: TestOutlook,
  followers: readonly number[],
): number {
  return likelihood.reduce((sum, own, outcome) => {
    const then = afterOutcome(outlook, own, base[outcome] ?? 0);
    if (then.chance <= 0) return sum;
    let best = guessingMinutes(outlook.costs, then.odds, then.unknown);
    if (then.chance >= WORTH_A_SECOND_LOOK)
      for (const other of followers) {
        const next = outlook.tests[other];
        if (other === at || !next) continue;
        const opened = next.access !== null && next.access === access;
        const cost = next.minutes + (opened ? 0 : next.accessMinutes);
        if (cost < best) best = Math.min(best, cost + after({ ...outlook, ...then }, next));
      }
    return sum + then.chance * best;
  }, 0);
}

/** How many tests are looked at as what may follow a repair in vain. */
const AFTER_REPAIR = 5;

/**
 * Fitting one repair now, and if it was in vain, the best order of what is left, or the best of a few tests.
 * @param likely places of the tests that are best now
 */
export function worthOfRepair(outlook: Outlook, at: number, likely: readonly number[]): number {
  const { odds, unknown, costs } = outlook;
  const p = odds[at] as number;
  const rest = without(odds, at, unknown);
  let best = guessingMinutes(costs, rest.odds, rest.unknown);
  for (const each of likely.slice(0, AFTER_REPAIR)) {
    const test = outlook.tests[each];
    if (test && costOf(test) < best) best = Math.min(best, costOf(test) + after({ ...outlook, ...rest }, test));
  }
  return (costs[at] as number) + (1 - p) * best;
}

/** Shannon's entropy of odds, in bits. */
export function entropy(odds: Float64Array, unknown: number): number {
  let sum = unknown > 0 ? -unknown * Math.log2(unknown) : 0;
  for (const p of odds) if (p > 0) sum -= p * Math.log2(p);
  return sum;
}

export interface Shift {
  /** Expected drop in entropy. */
  readonly bits: number;
  /** Places of the causes that move most, most moved first. */
  readonly moved: readonly number[];
}

/** How far a test's outcomes are expected to move the odds. */
export function shiftOf(outlook: Outlook, { likelihood, base }: TestOutlook): Shift {
  const { odds, unknown } = outlook;
  const shift = new Float64Array(odds.length);
  let later = 0;
  for (const [outcome, own] of likelihood.entries()) {
    const then = afterOutcome(outlook, own, base[outcome] ?? 0);
    if (then.chance <= 0) continue;
    later += then.chance * entropy(then.odds, then.unknown);
    for (let at = 0; at < shift.length; at++)
      shift[at] = (shift[at] as number) + then.chance * Math.abs((then.odds[at] as number) - (odds[at] as number));
  }
  const moved = [...shift.keys()].sort((a, b) => (shift[b] as number) - (shift[a] as number));
  return { bits: Math.max(0, entropy(odds, unknown) - later), moved };
}
