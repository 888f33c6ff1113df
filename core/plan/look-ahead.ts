import { item, num } from "@/core/place";
import { type PlannedCouple, type Outlook, type Spent, type TestOutlook, costOf } from "./outlook";
import type { Standing, Trying } from "./trying";

/** How many tests are looked at beyond their own outcome, and how many may follow each. */
const LOOKED_AT_TWICE = 6;
const FOLLOWERS = 10;
/** Outcomes rarer than this are not looked beyond: what follows them hardly counts. */
const WORTH_A_SECOND_LOOK = 0.02;
/** How many tests are looked at as what may follow a repair in vain. */
const AFTER_REPAIR = 5;

export interface TestWorth extends Spent {
  readonly at: number;
}

/** Odds after an outcome, and how likely it is. */
interface After extends Standing {
  readonly chance: number;
}

/**
 * Expected minutes until the cause is fixed for every test: its own minutes, then, averaged over its outcomes, trying what is left; for the
 * best few also with the best test that may follow.
 */
export class LookAhead {
  constructor(
    private readonly outlook: Outlook,
    private readonly trying: Trying,
  ) {}

  worthOfTests(): readonly TestWorth[] {
    const { tests } = this.outlook;
    const worths = tests.map((test, at) => ({ at, ...plus(costOf(test), this.after(this.outlook, at, [])) }));
    const best = [...worths].sort((a, b) => a.minutes - b.minutes);
    const followers = best.slice(0, FOLLOWERS).map(({ at }) => at);
    for (const { at } of best.slice(0, LOOKED_AT_TWICE)) {
      const test = tests[at];
      if (test) worths[at] = { at, ...plus(costOf(test), this.afterTwo(at, followers)) };
    }
    return worths;
  }

  /** Fitting one repair now, and if it was in vain, trying what is left, or the best of a few tests before. */
  worthOfRepair(at: number, likely: readonly number[]): Spent {
    const { costs, parts, tests } = this.outlook;
    const rest = withoutRepaired(this.outlook, at);
    let best = this.trying.from(rest, []);
    for (const each of likely.slice(0, AFTER_REPAIR)) {
      const test = tests[each];
      if (!test || costOf(test) >= best.minutes) continue;
      const then = plus(costOf(test), this.after(rest, each, []));
      if (then.minutes < best.minutes) best = then;
    }
    const { left } = rest;
    return {
      minutes: num(costs, at) + left * best.minutes,
      parts: num(parts, at) + left * best.parts,
    };
  }

  /** What is left to do after a test, averaged over its outcomes. */
  private after(standing: Standing, at: number, spent: readonly number[]): Spent {
    const test = this.outlook.tests[at];
    if (!test) return { minutes: 0, parts: 0 };
    let { minutes, parts } = this.found(standing, test);
    for (let outcome = 0; outcome < test.likelihood.length; outcome++) {
      const then = afterOutcome(standing, test, outcome);
      if (then.chance <= 0) continue;
      const rest = this.trying.from(then, [...spent, at]);
      minutes += then.chance * rest.minutes;
      parts += then.chance * rest.parts;
    }
    return { minutes, parts };
  }

  /** What the test shows outright is repaired. */
  private found({ odds }: Standing, { finds }: TestOutlook): Spent {
    const { foundCosts, parts: ofRepair } = this.outlook;
    let [minutes, parts] = [0, 0];
    for (let at = 0; at < odds.length; at++) {
      const p = num(odds, at) * num(finds, at);
      if (p === 0) continue;
      minutes += p * num(foundCosts, at);
      parts += p * num(ofRepair, at);
    }
    return { minutes, parts };
  }

  /** As `after`, but each outcome may be followed by one more test where that is better than trying what is left. */
  private afterTwo(at: number, followers: readonly number[]): Spent {
    const { tests } = this.outlook;
    const test = item(tests, at);
    let { minutes, parts } = this.found(this.outlook, test);
    for (let outcome = 0; outcome < test.likelihood.length; outcome++) {
      const then = afterOutcome(this.outlook, test, outcome);
      if (then.chance <= 0) continue;
      let best = this.trying.from(then, [at]);
      if (then.chance >= WORTH_A_SECOND_LOOK)
        for (const other of followers) {
          const next = tests[other];
          if (other === at || !next) continue;
          const opened = next.access !== null && next.access === test.access;
          const cost = next.minutes + (opened ? 0 : next.accessMinutes);
          if (cost >= best.minutes) continue;
          const two = plus(cost, this.after(then, other, [at]));
          if (two.minutes < best.minutes) best = two;
        }
      minutes += then.chance * best.minutes;
      parts += then.chance * best.parts;
    }
    return { minutes, parts };
  }
}

const plus = (minutes: number, rest: Spent): Spent => ({ minutes: minutes + rest.minutes, parts: rest.parts });

/** The odds after an outcome, and the chance of it. */
export function afterOutcome(
  { odds, couples, tail }: Standing,
  { likelihood, base }: TestOutlook,
  outcome: number,
): After {
  const own = item(likelihood, outcome);
  const usual = base[outcome] ?? 0;
  const joint = new Float64Array(odds.length);
  let chance = tail * usual;
  for (let at = 0; at < odds.length; at++) chance += joint[at] = num(odds, at) * num(own, at);
  if (chance <= 0) return { odds: joint, couples: [], tail: 0, chance: 0 };
  for (let at = 0; at < joint.length; at++) joint[at] = num(joint, at) / chance;
  const then = couples.map(({ one, other, probability, ofOne }): PlannedCouple => {
    const [a, b] = [ofOne * num(own, one), (probability - ofOne) * num(own, other)];
    return { one, other, probability: (a + b) / chance, ofOne: a / chance };
  });
  return { odds: joint, couples: then, tail: (tail * usual) / chance, chance };
}

/** The odds where one repair was in vain, and how likely that is: what is left of two causes is the other one. */
export function withoutRepaired(standing: Standing, at: number): Standing & { readonly left: number } {
  const odds = standing.odds.slice();
  let both = 0;
  for (const { one, other, probability, ofOne } of standing.couples) {
    if (one !== at && other !== at) continue;
    const own = one === at ? ofOne : probability - ofOne;
    const rest = one === at ? other : one;
    both += own;
    odds[rest] = num(odds, rest) + own;
  }
  const ends = Math.max(0, num(standing.odds, at) - both);
  odds[at] = 0;
  const left = Math.max(0, 1 - ends);
  if (left <= 0) return { odds, couples: [], tail: 0, left: 0 };
  const couples = standing.couples
    .filter(({ one, other }) => one !== at && other !== at)
    .map(({ one, other, probability, ofOne }) => ({
      one,
      other,
      probability: probability / left,
      ofOne: ofOne / left,
    }));
  return { odds: odds.map((p) => p / left), couples, tail: standing.tail / left, left };
}

/** Shannon's entropy of what is planned with, in bits. */
export function entropy({ odds, tail }: Pick<Standing, "odds" | "tail">): number {
  let sum = tail > 0 ? -tail * Math.log2(tail) : 0;
  for (const p of odds) if (p > 0) sum -= p * Math.log2(p);
  return sum;
}

export interface Shift {
  /** Expected drop in entropy. */
  readonly bits: number;
  /** Places of the hypotheses that move most, most moved first. */
  readonly moved: readonly number[];
}

/** How far a test's outcomes are expected to move the odds. */
export function shiftOf(outlook: Outlook, test: TestOutlook): Shift {
  const { odds } = outlook;
  const shift = new Float64Array(odds.length);
  let later = 0;
  for (let outcome = 0; outcome < test.likelihood.length; outcome++) {
    const then = afterOutcome(outlook, test, outcome);
    if (then.chance <= 0) continue;
    later += then.chance * entropy(then);
    for (let at = 0; at < shift.length; at++)
      shift[at] = num(shift, at) + then.chance * Math.abs(num(then.odds, at) - num(odds, at));
  }
  const moved = [...shift.keys()].sort((a, b) => num(shift, b) - num(shift, a));
  return { bits: Math.max(0, entropy(outlook) - later), moved };
}
