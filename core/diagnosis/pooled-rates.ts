import type { CauseKey } from "./cause";
import { NO_COUNT, type Count, type CountsByCause, type KnownCause } from "./counts";

/** Jobs that the next wider level (the component, then its system, then all) weighs against a cause's own. */
const POOL_JOBS = 2;
/** A feature that no job has shown yet is taken to be this rare, in jobs. */
const UNSEEN_JOBS = 0.5;
/** How often a feature that a pattern names is there when the pattern is right. */
const PATTERN_FEATURE_RATE = 0.8;

export interface Rates {
  readonly base: number;
  of(cause: KnownCause): { readonly rate: number; readonly own: Count; readonly of: Count };
}

/**
 * P(feature | cause), pooled: the base rate of all jobs, moved by the jobs of the cause's system, then of its component, then of
 * the cause itself, each level weighing `POOL_JOBS` against the next. Kept off 0 and 1 by the base rate.
 */
export function pooledRates(causes: readonly KnownCause[], { seen, jobs, patternJobs }: RateCounts): Rates {
  const systems = new Map<string, Tally>();
  const components = new Map<string, Tally>();
  const all: Tally = { seen: 0, of: 0 };
  for (const cause of causes) {
    const of = (jobs.get(cause.key) ?? NO_COUNT).weight;
    // A code can be noted without saying that its module was read: it is never seen more often than it was looked for.
    const tally = { seen: Math.min((seen.get(cause.key) ?? NO_COUNT).weight, of), of };
    for (const into of [all, tallyOf(systems, cause.system), tallyOf(components, cause.component)]) {
      into.seen += tally.seen;
      into.of += tally.of;
    }
  }
  const base = (all.seen + UNSEEN_JOBS / 2) / (all.of + UNSEEN_JOBS + 1);
  const shrink = (tally: Tally, towards: number) => (tally.seen + POOL_JOBS * towards) / (tally.of + POOL_JOBS);
  return {
    base,
    of(cause) {
      const own = seen.get(cause.key) ?? NO_COUNT;
      const of = jobs.get(cause.key) ?? NO_COUNT;
      const pattern = patternJobs?.get(cause.key) ?? 0;
      const pooled = shrink(tallyOf(components, cause.component), shrink(tallyOf(systems, cause.system), base));
      const seenHere = Math.min(own.weight, of.weight) + pattern * PATTERN_FEATURE_RATE;
      const rate = shrink({ seen: seenHere, of: of.weight + pattern }, pooled);
      return { rate, own, of };
    },
  };
}

export interface RateCounts {
  readonly seen: CountsByCause;
  readonly jobs: CountsByCause;
  /** Pseudo-jobs of patterns that name the feature, by cause. */
  readonly patternJobs?: ReadonlyMap<CauseKey, number>;
}

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
