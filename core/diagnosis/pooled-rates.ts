import { gammaln } from "simple-statistics";
import { indexOf, weightsOf, type CauseIndex } from "./cause-index";
import type { CauseKey } from "./cause";
import { DISTURBED, NEW_PART_BAD } from "./work";
import { NO_COUNT, type Count, type CountsByCause, type KnownCause } from "./counts";

/** How often a feature that a pattern names is there when the pattern is right. */
const PATTERN_FEATURE_RATE = 0.8;
/** A feature that no job has shown yet is taken to be this rare, in jobs. */
const UNSEEN_JOBS = 0.5;
/** Where a cause has a feature at all, nothing is known of how often it shows it: a Beta(1, 1) prior. */
const OWN = { shows: 1, hides: 1 } as const;
/** How often a feature comes by chance with a cause that does not have it, before any job tells, and what that weighs in jobs. */
const BY_CHANCE = { rate: 0.02, jobs: 8 } as const;
/** How many of a system's, component's or way of failing's causes weigh as much as the next wider level. */
const POOL_CAUSES = 3;
/** Of all causes, so many have a given feature, before any job tells; weighs one cause. */
const HAS_AT_FIRST = 0.06;
/** The division into causes that have a feature and causes that do not settles within so many rounds. */
const ROUNDS = 4;

export interface Rates {
  /** Over all jobs. */
  readonly base: number;
  /** By the cause's place in the list. */
  readonly rate: Float64Array;
  /** By system: of a cause that is not in the book, judged by those of its system that are. */
  readonly strange: Float64Array;
  counts(at: number): { readonly own: Count; readonly of: Count };
}

export interface RateCounts {
  readonly seen: CountsByCause;
  readonly jobs: CountsByCause;
  /** Pseudo-jobs of patterns that name the feature, by cause. */
  readonly patternJobs?: ReadonlyMap<CauseKey, number>;
}

/**
 * P(feature | cause). A cause either has a feature, and then shows it at a rate of its own, or does not, and then the feature comes by
 * chance: a mixture of a spike at the chance rate and a slab (Mitchell and Beauchamp 1988), settled by expectation and maximisation.
 * Whether a cause with few jobs has the feature is judged by its like: the causes of its system, its component, and its way of failing
 * whatever it is (what goes open when hot shows when hot), joined in log odds.
 */
export function pooledRates(causes: readonly KnownCause[], counts: RateCounts): Rates {
  if (counts.patternJobs?.size) return ratesOf(causes, counts);
  const kept = RATES.get(causes) ?? new WeakMap<CountsByCause, WeakMap<CountsByCause, Rates>>();
  RATES.set(causes, kept);
  const own = kept.get(counts.jobs) ?? new WeakMap<CountsByCause, Rates>();
  kept.set(counts.jobs, own);
  const rates = own.get(counts.seen) ?? ratesOf(causes, counts);
  own.set(counts.seen, rates);
  return rates;
}

/** Made once for the same counts: whoever asks again and again of the same book gets the same answer. */
const RATES = new WeakMap<readonly KnownCause[], WeakMap<CountsByCause, WeakMap<CountsByCause, Rates>>>();

function ratesOf(causes: readonly KnownCause[], { seen, jobs, patternJobs }: RateCounts): Rates {
  const index = indexOf(causes);
  const of = Float64Array.from(weightsOf(causes, jobs));
  // A code can be noted without saying that its module was read: it is never seen more often than it was looked for.
  const times = weightsOf(causes, seen).map((each, at) => Math.min(each, of[at] as number));
  let [allSeen, allOf] = [UNSEEN_JOBS / 2, UNSEEN_JOBS + 1];
  for (let at = 0; at < index.size; at++) {
    allSeen += times[at] as number;
    allOf += of[at] as number;
    const pattern = patternJobs?.get(causes[at]?.key ?? ("" as CauseKey)) ?? 0;
    times[at] = (times[at] as number) + pattern * PATTERN_FEATURE_RATE;
    of[at] = (of[at] as number) + pattern;
  }
  const { rate, strange } = settle(index, times, of);
  return {
    base: allSeen / allOf,
    rate: likeTheirPart(causes, index, of, rate),
    strange,
    counts: (at) => {
      const key = causes[at]?.key;
      return { own: (key && seen.get(key)) || NO_COUNT, of: (key && jobs.get(key)) || NO_COUNT };
    },
  };
}

/**
 * A part that is bad when it is new, or that somebody disturbed, shows what the part shows when it fails: where no job tells of it yet, it
 * takes the rates of its component's other causes.
 */
function likeTheirPart(
  causes: readonly KnownCause[],
  { component, components }: CauseIndex,
  of: Float64Array,
  rate: Float64Array,
): Float64Array {
  const [sum, jobs] = [new Float64Array(components), new Float64Array(components)];
  for (let at = 0; at < rate.length; at++) {
    const part = component[at] as number;
    sum[part] = (sum[part] as number) + (of[at] as number) * (rate[at] as number);
    jobs[part] = (jobs[part] as number) + (of[at] as number);
  }
  return rate.map((own, at) => {
    const failure = causes[at]?.failure;
    const part = component[at] as number;
    const prior = failure === DISTURBED || failure === NEW_PART_BAD;
    return prior && (of[at] as number) === 0 && (jobs[part] as number) > 0
      ? (sum[part] as number) / (jobs[part] as number)
      : own;
  });
}

/** Divides the causes into those that have the feature and those that do not, and gives each its rate. */
function settle(index: CauseIndex, seen: Float64Array, of: Float64Array): Pick<Rates, "rate" | "strange"> {
  const { size } = index;
  const slab = seen.map((k, at) => slabLog(k, of[at] as number));
  const has = new Float64Array(size).fill(HAS_AT_FIRST);
  let byChance: number = BY_CHANCE.rate;
  for (let round = 0; round < ROUNDS; round++) {
    const expected = expectations(index, round ? has : null);
    const [log, logNot] = [Math.log(byChance), Math.log(1 - byChance)];
    let [chanceSeen, chanceOf] = [BY_CHANCE.rate * BY_CHANCE.jobs, BY_CHANCE.jobs as number];
    for (let at = 0; at < size; at++) {
      const [k, n] = [seen[at] as number, of[at] as number];
      const spike = k * log + (n - k) * logNot;
      const p = expected[at] as number;
      const odds = (p / (1 - p)) * Math.exp(Math.min(500, (slab[at] as number) - spike));
      const own = odds / (1 + odds);
      has[at] = own;
      chanceSeen += (1 - own) * k;
      chanceOf += (1 - own) * n;
    }
    byChance = chanceSeen / chanceOf;
  }
  const rate = has.map((own, at) => {
    const [k, n] = [seen[at] as number, of[at] as number];
    return (1 - own) * byChance + own * ((k + OWN.shows) / (n + OWN.shows + OWN.hides));
  });
  const mean = OWN.shows / (OWN.shows + OWN.hides);
  return { rate, strange: hasBySystem(index, has).map((own) => (1 - own) * byChance + own * mean) };
}

/** How likely one more cause of each system is to have the feature. */
function hasBySystem({ system, systems, size }: CauseIndex, has: Float64Array): Float64Array {
  const pool = new Pool(systems);
  for (let at = 0; at < size; at++) pool.add(system[at] as number, has[at] as number);
  const all = (has.reduce((sum, own) => sum + own, 0) + HAS_AT_FIRST) / (size + 1);
  return Float64Array.from({ length: systems }, (_, at) => pool.oneMore(at, all));
}

const betaln = (a: number, b: number) => gammaln(a) + gammaln(b) - gammaln(a + b);

/** Log of how likely k of n jobs show what a cause has, whatever its rate. */
const slabLog = (k: number, n: number) =>
  n > 0 ? betaln(k + OWN.shows, n - k + OWN.hides) - betaln(OWN.shows, OWN.hides) : 0;

const logit = (p: number) => Math.log(p / (1 - p));
const fromLogit = (x: number) => 1 / (1 + Math.exp(-x));

/** How likely each cause is to have the feature, by its like; at first all are alike. */
function expectations(index: CauseIndex, has: Float64Array | null): Float64Array {
  const { size, system, component, failure } = index;
  if (!has) return new Float64Array(size).fill(HAS_AT_FIRST);
  const pools = [new Pool(index.systems), new Pool(index.components), new Pool(index.failures)] as const;
  let sum = HAS_AT_FIRST;
  for (let at = 0; at < size; at++) {
    const own = has[at] as number;
    sum += own;
    pools[0].add(system[at] as number, own);
    pools[1].add(component[at] as number, own);
    pools[2].add(failure[at] as number, own);
  }
  const all = sum / (size + 1);
  return has.map((own, at) => {
    // What the others are: a cause is not its own like.
    const wide = pools[0].others(system[at] as number, own, all);
    const near = pools[1].others(component[at] as number, own, wide);
    const alike = pools[2].others(failure[at] as number, own, all);
    const joined = fromLogit(logit(near) + logit(alike) - logit(all));
    return Math.min(0.98, Math.max(0.002, joined));
  });
}

/** Causes that share a system, a component or a way of failing: how many of them have the feature. */
class Pool {
  private readonly has: Float64Array;
  private readonly of: Float64Array;

  constructor(size: number) {
    this.has = new Float64Array(size);
    this.of = new Float64Array(size);
  }

  add(at: number, has: number): void {
    this.has[at] = (this.has[at] as number) + has;
    this.of[at] = (this.of[at] as number) + 1;
  }

  oneMore(at: number, towards: number): number {
    return ((this.has[at] as number) + POOL_CAUSES * towards) / ((this.of[at] as number) + POOL_CAUSES);
  }

  others(at: number, own: number, towards: number): number {
    const [has, of] = [(this.has[at] as number) - own, (this.of[at] as number) - 1];
    return (Math.max(0, has) + POOL_CAUSES * towards) / (of + POOL_CAUSES);
  }
}
