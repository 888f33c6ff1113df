import { gammaln } from "simple-statistics";
import { ALL_VEHICLES } from "@/core/vehicle";
import { countsIn, totalOf, type CountsByCause, type Book } from "@/core/book";
import { keptBeside } from "@/core/kept";

/**
 * What every cause of the book weighs before any job shows it, in jobs: somebody has thought of it. Where a few causes are most of what comes
 * in, an unseen one weighs less than where all come alike; how it is here is read from the jobs (a Dirichlet prior whose concentration is
 * averaged over its likelihood; Minka 2000, "Estimating a Dirichlet distribution"). The chances are those before any job is counted.
 */
const CHANCES: readonly (readonly [jobs: number, chance: number])[] = [
  [0.03, 0.05],
  [0.06, 0.1],
  [0.12, 0.25],
  [0.25, 0.35],
  [0.5, 0.2],
  [1, 0.05],
];

/** Fewer causes share what comes in on one kind of vehicle than on all of them together. */
const AT_HAND = 0.5;

const KEPT = keptBeside<CountsByCause, Map<number, number>>("jobs at first");

/** @returns what each cause of the book weighs at first, in jobs as they are weighed; at most 1 */
export function jobsAtFirst({ causes, groups }: Book): number {
  const counts = countsIn(groups, ALL_VEHICLES);
  const own = KEPT.get(counts) ?? new Map<number, number>();
  KEPT.set(counts, own);
  const jobs = own.get(causes.length) ?? meanOf(counts, causes.length) * AT_HAND;
  own.set(causes.length, jobs);
  return jobs;
}

function meanOf(counts: CountsByCause, causes: number): number {
  const seen = [...counts.values()].flatMap(({ jobs }) => (jobs > 0 ? [jobs] : []));
  const all = seen.reduce((sum, each) => sum + each, 0);
  const kinds = Math.max(causes, seen.length, 1);
  const logs = CHANCES.map(([jobs, chance]) => {
    const whole = jobs * kinds;
    const told = seen.reduce((sum, each) => sum + gammaln(each + jobs) - gammaln(jobs), 0);
    return Math.log(chance) + gammaln(whole) - gammaln(all + whole) + told;
  });
  const top = Math.max(...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const sum = weights.reduce((a, b) => a + b, 0);
  const mean = CHANCES.reduce((total, [jobs], at) => total + (jobs * (weights[at] ?? 0)) / sum, 0);
  // Jobs count by what they proved: what stands beside them is told on their scale.
  return all > 0 ? (mean * totalOf(counts).weight) / all : mean;
}
