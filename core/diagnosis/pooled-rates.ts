import type { CauseKey } from "./cause";
import { NO_COUNT, type Count, type CountsByCause, type KnownCause } from "./counts";

/** Jobs that the next wider level (the component, then its system, then all) weighs against a level's own. */
const POOL_JOBS = 3;
/** A feature that no job has shown yet is taken to be this rare, in jobs. */
const UNSEEN_JOBS = 0.5;
/** How often a feature that a pattern names is there when the pattern is right. */
const PATTERN_FEATURE_RATE = 0.8;

export interface Rates {
  /** Over all jobs. */
  readonly base: number;
  /** By the cause's place in the list. */
  readonly rate: Float64Array;
  counts(at: number): { readonly own: Count; readonly of: Count };
}

export interface RateCounts {
  readonly seen: CountsByCause;
  readonly jobs: CountsByCause;
  /** Pseudo-jobs of patterns that name the feature, by cause. */
  readonly patternJobs?: ReadonlyMap<CauseKey, number>;
}

/**
 * P(feature | cause), pooled: the base rate of all jobs, moved by the jobs of the cause's system, then of its component, then by those
 * of its way of failing whatever it is (what goes open when hot shows when hot), then by the cause itself; each level weighs
 * `POOL_JOBS` against the next. Component and way of failing are joined in log odds. Kept off 0 and 1 by the base rate.
 */
export function pooledRates(causes: readonly KnownCause[], { seen, jobs, patternJobs }: RateCounts): Rates {
  const [systems, components, failures] = [
    new Map<string, Tally>(),
    new Map<string, Tally>(),
    new Map<string, Tally>(),
  ];
  const all: Tally = { seen: 0, of: 0 };
  const own = causes.map(({ key, system, component, failure }) => {
    const of = (jobs.get(key) ?? NO_COUNT).weight;
    // A code can be noted without saying that its module was read: it is never seen more often than it was looked for.
    const tally = { seen: Math.min((seen.get(key) ?? NO_COUNT).weight, of), of };
    for (const into of [all, tallyOf(systems, system), tallyOf(components, component), tallyOf(failures, failure)]) {
      into.seen += tally.seen;
      into.of += tally.of;
    }
    return tally;
  });
  const base = (all.seen + UNSEEN_JOBS / 2) / (all.of + UNSEEN_JOBS + 1);
  const rate = Float64Array.from(causes, ({ key, system, component, failure }, at) => {
    const bySystem = shrink(tallyOf(systems, system), base);
    const byComponent = shrink(tallyOf(components, component), bySystem);
    const byFailure = shrink(tallyOf(failures, failure), base);
    const pooled = fromLogit(logit(byComponent) + logit(byFailure) - logit(base));
    const pattern = patternJobs?.get(key) ?? 0;
    const { seen: times, of } = own[at] ?? all;
    return shrink({ seen: times + pattern * PATTERN_FEATURE_RATE, of: of + pattern }, pooled);
  });
  return {
    base,
    rate,
    counts: (at) => {
      const key = causes[at]?.key;
      return { own: (key && seen.get(key)) || NO_COUNT, of: (key && jobs.get(key)) || NO_COUNT };
    },
  };
}

const shrink = ({ seen, of }: Tally, towards: number) => (seen + POOL_JOBS * towards) / (of + POOL_JOBS);
const logit = (p: number) => Math.log(p / (1 - p));
const fromLogit = (x: number) => 1 / (1 + Math.exp(-x));

interface Tally {
  seen: number;
  of: number;
}

function tallyOf(map: Map<string, Tally>, key: string): Tally {
  const found = map.get(key);
  if (found) return found;
  const fresh = { seen: 0, of: 0 };
  map.set(key, fresh);
  return fresh;
}
