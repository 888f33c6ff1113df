import { FROM_SCRATCH_MINUTES, UNPLANNED_FIX_MINUTES, type Outlook } from "./outlook";

/** Causes less likely than this are left to finding from scratch: together they cost less than a minute. */
const TOO_UNLIKELY = 1e-5;

/**
 * Expected minutes when only repairs are tried, one after another until one helps.
 * The order by probability over cost is the best one (Mitten 1960; Simon and Kadane 1975, "optimal problem-solving search").
 * After some of them, finding the cause from scratch costs less than guessing on: the best place to stop is looked for among
 * all. The repair itself has to be paid for then all the same, and causes that are not in the book always come to that.
 * @param odds need not sum to 1 with `unknown`; nothing left at all counts as not in the book
 */
export function guessingMinutes(costs: Float64Array, odds: Float64Array, unknown: number): number {
  const order: number[] = [];
  let [whole, rest] = [unknown, 0];
  for (let at = 0; at < odds.length; at++) {
    const p = odds[at] as number;
    if (p <= TOO_UNLIKELY) continue;
    const cost = costs[at] as number;
    whole += p;
    rest += p * (FROM_SCRATCH_MINUTES + (Number.isFinite(cost) ? cost : UNPLANNED_FIX_MINUTES));
    if (Number.isFinite(cost)) order.push(at);
  }
  if (whole <= 0) return FROM_SCRATCH_MINUTES + UNPLANNED_FIX_MINUTES;
  order.sort((a, b) => (odds[b] as number) / (costs[b] as number) - (odds[a] as number) / (costs[a] as number));
  let guessing = 0;
  let left = whole;
  let best = rest;
  for (const at of order) {
    const [p, cost] = [odds[at] as number, costs[at] as number];
    guessing += cost * left;
    left -= p;
    rest -= p * (FROM_SCRATCH_MINUTES + cost);
    best = Math.min(best, guessing + rest);
  }
  return (best + unknown * (FROM_SCRATCH_MINUTES + UNPLANNED_FIX_MINUTES)) / whole;
}

/** The odds after an outcome, and the chance of it. */
export function afterOutcome(
  { odds, unknown }: Pick<Outlook, "odds" | "unknown">,
  likelihood: Float64Array,
  base: number,
): { readonly odds: Float64Array; readonly unknown: number; readonly chance: number } {
  const joint = new Float64Array(odds.length);
  const strange = unknown * base;
  let chance = strange;
  for (let at = 0; at < odds.length; at++) chance += joint[at] = (odds[at] as number) * (likelihood[at] as number);
  if (chance <= 0) return { odds: joint, unknown: 0, chance: 0 };
  for (let at = 0; at < joint.length; at++) joint[at] = (joint[at] as number) / chance;
  return { odds: joint, unknown: strange / chance, chance };
}

/** The odds where one cause is known not to be it: what is left is scaled up. */
export function without(odds: Float64Array, at: number, unknown: number): { odds: Float64Array; unknown: number } {
  const p = odds[at] as number;
  const scale = p < 1 ? 1 / (1 - p) : 1;
  const left = odds.map((each) => each * scale);
  left[at] = 0;
  return { odds: left, unknown: p < 1 ? unknown * scale : 1 };
}
