import { item, num } from "@/core/place";
import type { Outlook, PlannedCouple, Spent } from "./outlook";
import { waysOf, type Way } from "./ways";

/** What is known of the odds at a moment of the plan. */
export interface Standing {
  readonly odds: Float64Array;
  readonly couples: readonly PlannedCouple[];
  readonly tail: number;
}

/** Hypotheses less likely than this are left to the tail. */
const TOO_UNLIKELY = 1e-5;
/** What each cause of the tail is expected to cost once all that was planned is done, in minutes. */
const TAIL_MINUTES = 400;

interface Step {
  /** What everybody pays who is not done before it, and of it the parts. */
  cost: number;
  parts: number;
  /** How likely it ends here, and what that costs beside. */
  ends: number;
  thenMinutes: number;
  thenParts: number;
}

/**
 * What is left to do where no test is looked beyond: every hypothesis in turn, by its repair at once or by its own test first and the repair
 * where that shows it, whichever brings more for its minutes. The order by probability over cost is the best one (Mitten 1960; Simon and
 * Kadane 1975, "optimal problem-solving search"); a test that shows several hypotheses is one step for all of them.
 */
export class Trying {
  private readonly ways: readonly (readonly Way[])[];

  constructor(private readonly outlook: Outlook) {
    this.ways = waysOf(outlook);
  }

  /**
   * Expected minutes until the cause is fixed.
   * @param spent tests that were done by then
   */
  from({ odds, couples, tail }: Standing, spent: readonly number[]): Spent {
    const single = couples.length ? endsAlone(this.outlook.costs, odds, couples) : odds;
    const byTest = new Map<number, { at: number; way: Way }[]>();
    const steps: Step[] = [];
    let left = tail;
    for (let at = 0; at < odds.length; at++) {
      const p = num(single, at);
      if (p <= TOO_UNLIKELY) continue;
      const way = this.wayTo(at, spent);
      const cost = num(this.outlook.costs, at);
      // What nothing reaches any more costs the same whichever way was taken.
      left += Number.isFinite(cost) ? p : way ? p * way.shows : 0;
      if (way) {
        const group = byTest.get(way.test) ?? [];
        byTest.set(way.test, group);
        group.push({ at, way });
      }
      const missed = way ? p * (1 - way.shows) : p;
      if (Number.isFinite(cost) && missed > 0) {
        const parts = num(this.outlook.parts, at);
        steps.push({ cost, parts, ends: missed, thenMinutes: 0, thenParts: 0 });
      }
    }
    for (const group of byTest.values()) steps.push(this.testStep(group, single));
    steps.sort((a, b) => b.ends / b.cost - a.ends / a.cost);
    let [minutes, parts] = [tail * TAIL_MINUTES, 0];
    for (const { cost, parts: ofIt, ends, thenMinutes, thenParts } of steps) {
      minutes += cost * left + thenMinutes;
      parts += ofIt * left + thenParts;
      left -= ends;
    }
    return { minutes, parts };
  }

  /** The best way by a test that was not done yet, where it brings more for its minutes than the repair at once. */
  private wayTo(at: number, spent: readonly number[]): Way | null {
    const ways = item(this.ways, at);
    const repair = num(this.outlook.costs, at);
    for (const way of ways) {
      if (spent.includes(way.test)) continue;
      const cost = way.cost + way.byChance * num(this.outlook.foundCosts, at);
      return !Number.isFinite(repair) || way.shows * repair > cost ? way : null;
    }
    return null;
  }

  /** One test for all that it shows; where it shows something, their repairs one after another. */
  private testStep(group: { at: number; way: Way }[], odds: Float64Array): Step {
    const { foundCosts, parts } = this.outlook;
    const worth = ({ at, way }: { at: number; way: Way }) =>
      (num(odds, at) * way.shows) / Math.max(1, num(foundCosts, at));
    group.sort((a, b) => worth(b) - worth(a));
    const [first] = group as [{ at: number; way: Way }];
    let [ends, thenMinutes, thenParts, repairs, repairParts] = [0, 0, 0, 0, 0];
    for (const { at, way } of group) {
      const own = num(odds, at) * way.shows;
      repairs += num(foundCosts, at);
      repairParts += num(parts, at);
      ends += own;
      thenMinutes += own * repairs;
      thenParts += own * repairParts;
    }
    const { at, way } = first;
    return {
      cost: way.cost + way.byChance * num(foundCosts, at),
      parts: way.byChance * num(parts, at),
      ends,
      thenMinutes,
      thenParts,
    };
  }
}

/** Two causes at once end with the later of the two repairs: a couple counts with the one that comes later in the order. */
function endsAlone(costs: Float64Array, odds: Float64Array, couples: readonly PlannedCouple[]): Float64Array {
  const single = odds.slice();
  const pace = (at: number) => num(odds, at) / num(costs, at);
  for (const { one, other, probability, ofOne } of couples) {
    const [sooner, later, moved] = pace(one) >= pace(other) ? [one, other, ofOne] : [other, one, probability - ofOne];
    single[sooner] = Math.max(0, num(single, sooner) - moved);
    single[later] = num(single, later) + moved;
  }
  return single;
}
