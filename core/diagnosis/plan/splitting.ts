import { indexOf } from "../cause-index";
import type { KnownCause } from "../counts";
import type { OutcomeModel } from "../outcome-model";
import { FROM_SCRATCH_MINUTES } from "./outlook";

/** Half of finding a cause from nothing is finding the system that it is in. */
export const SYSTEM_SEARCH_MINUTES = FROM_SCRATCH_MINUTES / 2;
/** A cause that is not in the book shows on a test as one of its system in so many cases, else as one that the test says nothing of. */
const SHOWS_ALIKE = 0.3;

export interface Split {
  /** Minutes of looking for the system that the test is expected to save. */
  readonly saves: number;
  /** The systems between which it decides, most moved first. */
  readonly systems: readonly string[];
}

/**
 * How far a test tells in which system a cause is that is not in the book: by how the known causes of each system show on it.
 * @param strange the odds of such a cause, by the system it would be of
 */
export function splitOf(
  causes: readonly KnownCause[],
  model: OutcomeModel,
  strange: ReadonlyMap<string, number>,
): Split {
  const names = [...strange.keys()];
  const now = Float64Array.from(names, (name) => strange.get(name) ?? 0);
  const whole = now.reduce((sum, p) => sum + p, 0);
  if (names.length < 2 || whole <= 0) return { saves: 0, systems: [] };
  const means = model.rates.map((rates) => meanBySystem(causes, rates, names));
  const moved = new Float64Array(names.length);
  let later = 0;
  for (const [outcome, own] of means.entries()) {
    const base = model.base[outcome] ?? 0;
    const joint = now.map((p, at) => (p / whole) * (base + SHOWS_ALIKE * ((own[at] as number) - base)));
    const chance = joint.reduce((sum, p) => sum + p, 0);
    if (chance <= 0) continue;
    later += chance * entropyOf(joint.map((p) => p / chance));
    for (let at = 0; at < moved.length; at++)
      moved[at] = (moved[at] as number) + Math.abs((joint[at] as number) - (chance * (now[at] as number)) / whole);
  }
  const before = entropyOf(now.map((p) => p / whole));
  const order = [...names.keys()].sort((a, b) => (moved[b] as number) - (moved[a] as number));
  return {
    saves: (whole * SYSTEM_SEARCH_MINUTES * Math.max(0, before - later)) / Math.log2(names.length),
    systems: order.flatMap((at) => ((moved[at] as number) > 0 ? (names[at] ?? []) : [])),
  };
}

function meanBySystem(causes: readonly KnownCause[], rates: Float64Array, names: readonly string[]): Float64Array {
  const { system, systems } = indexOf(causes);
  const [sum, of] = [new Float64Array(systems), new Float64Array(systems)];
  const place = new Map<string, number>();
  for (const [at, cause] of causes.entries()) {
    const own = system[at] as number;
    place.set(cause.system, own);
    sum[own] = (sum[own] as number) + (rates[at] as number);
    of[own] = (of[own] as number) + 1;
  }
  return Float64Array.from(names, (name) => {
    const own = place.get(name) ?? -1;
    return (of[own] ?? 0) > 0 ? (sum[own] as number) / (of[own] as number) : 0;
  });
}

function entropyOf(odds: Float64Array): number {
  return odds.reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);
}
