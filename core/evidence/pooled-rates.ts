import { int, num } from "@/core/place";
import { gammaln } from "simple-statistics";
import { isSame, type Affinity } from "./affinity";
import {
  type CauseKey,
  NO_COUNT,
  type Count,
  type CountsByCause,
  placesOf,
  weightsOf,
  type Ground,
  type Places,
} from "@/core/book";
import { DISTURBED, NEW_PART_BAD } from "@/core/case";
import { keptBeside } from "@/core/kept";

/** How often a feature that a pattern names is there when the pattern is right. */
const PATTERN_FEATURE_RATE = 0.8;
/** A feature that no job has shown yet is taken to be this rare, in jobs. */
const UNSEEN_JOBS = 0.5;
/** Where a cause has a feature at all, nothing is known of how often it shows it: a Beta(1, 1) prior. */
const OWN = { shows: 1, hides: 1 } as const;
/**
 * How often a feature comes by chance with a cause that does not have it, before any job tells, and what that weighs in jobs. People tell of
 * one symptom or two of some dozens, and of a few conditions; there are hundreds of codes.
 */
const BY_CHANCE: Readonly<Record<string, number>> = { symptom: 0.006, condition: 0.03, code: 0.004, silent: 0.004 };
const BY_CHANCE_JOBS = 8;
/** How many of a system's or component's causes, or of one way of failing, weigh as much as the next wider level. */
const POOL_CAUSES = { part: 15, failure: 7 } as const;
/** Of all causes, so many have a given feature, before any job tells; weighs one cause. */
const HAS_AT_FIRST = 0.12;
/** The division into causes that have a feature and causes that do not settles within so many rounds. */
const ROUNDS = 4;

export interface Rates {
  /** Over all jobs. */
  readonly base: number;
  /** By hypothesis: causes of the book, then what is not in the book, judged by its like. */
  readonly rate: Float64Array;
  counts(at: number): { readonly own: Count; readonly of: Count };
}

export interface RateCounts {
  readonly feature: string;
  readonly seen: CountsByCause;
  readonly jobs: CountsByCause;
  /** What general practice says of it before any job does. */
  readonly affinity: Affinity | null;
  /** Pseudo-jobs of patterns that name the feature, by cause. */
  readonly patternJobs?: ReadonlyMap<CauseKey, number>;
}

/**
 * P(feature | cause). A cause either has a feature, and then shows it at a rate of its own, or does not, and then the feature comes by
 * chance: a mixture of a spike at the chance rate and a slab (Mitchell and Beauchamp 1988), settled by expectation and maximisation.
 * Whether a cause with few jobs has the feature is judged by general practice of its system and by its like: the causes of its system,
 * its component, and its way of failing whatever it is (what goes open when hot shows when hot), joined in log odds.
 */
export function pooledRates(ground: Ground, counts: RateCounts): Rates {
  if (counts.patternJobs?.size) return ratesOf(ground, counts);
  const { feature, seen, jobs, affinity } = counts;
  const kept = RATES.get(ground.causes) ?? new WeakMap<CountsByCause, Map<string, KeptRates>>();
  RATES.set(ground.causes, kept);
  const own = kept.get(jobs) ?? new Map<string, KeptRates>();
  kept.set(jobs, own);
  const known = own.get(feature);
  const holds = known?.seen === seen && isSame(known.affinity, affinity);
  const rates = holds ? known.rates : ratesOf(ground, counts);
  own.set(feature, { seen, affinity, rates });
  return rates;
}

/** What rates were made of, beside the jobs that they are kept with: a code may be noted where nobody read its module, and then those stay the same. */
interface KeptRates extends Pick<RateCounts, "seen" | "affinity"> {
  readonly rates: Rates;
}

/** Made once for the same counts: whoever asks again and again of the same book gets the same answer. */
const RATES = keptBeside<Ground["causes"], WeakMap<CountsByCause, Map<string, KeptRates>>>("pooled rates");

function ratesOf(ground: Ground, { feature, seen, jobs, affinity, patternJobs }: RateCounts): Rates {
  const { causes } = ground;
  const places = placesOf(ground);
  const of = Float64Array.from(weightsOf(causes, jobs));
  // A code can be noted without saying that its module was read: it is never seen more often than it was looked for.
  const times = weightsOf(causes, seen).map((each, at) => Math.min(each, num(of, at)));
  let [allSeen, allOf] = [UNSEEN_JOBS / 2, UNSEEN_JOBS + 1];
  for (const [at, { key }] of causes.entries()) {
    allSeen += num(times, at);
    allOf += num(of, at);
    const pattern = patternJobs?.get(key) ?? 0;
    times[at] = num(times, at) + pattern * PATTERN_FEATURE_RATE;
    of[at] = num(of, at) + pattern;
  }
  const rate = settle(places, { seen: times, of, affinity, chance: BY_CHANCE[feature.split("|")[0] ?? ""] ?? 0.02 });
  likeTheirPart(ground, places, of, rate);
  return {
    base: allSeen / allOf,
    rate,
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
function likeTheirPart({ causes }: Ground, places: Places, of: Float64Array, rate: Float64Array): void {
  const count = places.componentKeys.length;
  const [sum, jobs] = [new Float64Array(count), new Float64Array(count)];
  for (let at = 0; at < places.causes; at++) {
    const part = int(places.component, at);
    sum[part] = num(sum, part) + num(of, at) * num(rate, at);
    jobs[part] = num(jobs, part) + num(of, at);
  }
  for (const [at, { failure }] of causes.entries()) {
    const part = int(places.component, at);
    const prior = failure === DISTURBED || failure === NEW_PART_BAD;
    if (prior && num(of, at) === 0 && num(jobs, part) > 0) rate[at] = num(sum, part) / num(jobs, part);
  }
}

interface Settling {
  readonly seen: Float64Array;
  readonly of: Float64Array;
  readonly affinity: Affinity | null;
  /** How often it comes by chance, before any job tells. */
  readonly chance: number;
}

/** Divides the causes into those that have the feature and those that do not, and gives each hypothesis its rate. */
function settle(places: Places, { seen, of, affinity, chance }: Settling): Float64Array {
  const { causes: size } = places;
  const slab = seen.map((k, at) => slabLog(k, num(of, at)));
  const has = new Float64Array(size).fill(HAS_AT_FIRST);
  let byChance = chance;
  for (let round = 0; round < ROUNDS; round++) {
    const expected = new Likes(places, round ? has : null, affinity).expectations();
    const [log, logNot] = [Math.log(byChance), Math.log(1 - byChance)];
    let [chanceSeen, chanceOf] = [chance * BY_CHANCE_JOBS, BY_CHANCE_JOBS];
    for (let at = 0; at < size; at++) {
      const [k, n] = [num(seen, at), num(of, at)];
      const spike = k * log + (n - k) * logNot;
      const p = num(expected, at);
      const odds = (p / (1 - p)) * Math.exp(Math.min(500, num(slab, at) - spike));
      const own = odds / (1 + odds);
      has[at] = own;
      chanceSeen += (1 - own) * k;
      chanceOf += (1 - own) * n;
    }
    byChance = chanceSeen / chanceOf;
  }
  const rate = new Float64Array(places.size);
  for (let at = 0; at < size; at++) {
    const [own, k, n] = [num(has, at), num(seen, at), num(of, at)];
    rate[at] = (1 - own) * byChance + own * ((k + OWN.shows) / (n + OWN.shows + OWN.hides));
  }
  const mean = OWN.shows / (OWN.shows + OWN.hides);
  const unlisted = new Likes(places, has, affinity).unlisted();
  for (let at = size; at < places.size; at++) {
    const own = num(unlisted, at - size);
    rate[at] = (1 - own) * byChance + own * mean;
  }
  return rate;
}

const betaln = (a: number, b: number) => gammaln(a) + gammaln(b) - gammaln(a + b);

/** Log of how likely k of n jobs show what a cause has, whatever its rate. */
const slabLog = (k: number, n: number) =>
  n > 0 ? betaln(k + OWN.shows, n - k + OWN.hides) - betaln(OWN.shows, OWN.hides) : 0;

const logit = (p: number) => Math.log(p / (1 - p));
const fromLogit = (x: number) => 1 / (1 + Math.exp(-x));
const [LEAST_EXPECTED, MOST_EXPECTED] = [0.002, 0.98];

/** What is like what: how likely a cause is to have the feature, by the others of its system, its component and its way of failing. */
class Likes {
  private readonly bySystem: Pool;
  private readonly byComponent: Pool;
  private readonly byFailure: Pool;
  private readonly all: number;

  constructor(
    private readonly places: Places,
    private readonly has: Float64Array | null,
    private readonly affinity: Affinity | null,
  ) {
    this.bySystem = new Pool(places.systemNames.length, POOL_CAUSES.part);
    this.byComponent = new Pool(places.componentKeys.length, POOL_CAUSES.part);
    this.byFailure = new Pool(places.failures, POOL_CAUSES.failure);
    let sum = HAS_AT_FIRST;
    if (has)
      for (let at = 0; at < places.causes; at++) {
        const own = num(has, at);
        sum += own;
        this.bySystem.add(int(places.system, at), own);
        this.byComponent.add(int(places.component, at), own);
        this.byFailure.add(int(places.failure, at), own);
      }
    this.all = has ? sum / (places.causes + 1) : HAS_AT_FIRST;
  }

  /** By cause. */
  expectations(): Float64Array {
    const { places, has, affinity, all } = this;
    const expected = new Float64Array(places.causes);
    for (let at = 0; at < places.causes; at++) {
      const linked = affinity?.byCause?.[at] ?? Number.NaN;
      const system = int(places.system, at);
      if (!Number.isNaN(linked)) expected[at] = linked;
      else if (!has) expected[at] = this.ofSystem(system);
      else {
        // What the others are: a cause is not its own like.
        const own = num(has, at);
        const wide = this.bySystem.others(system, own, this.ofSystem(system));
        const near = this.byComponent.others(int(places.component, at), own, wide);
        const alike = this.byFailure.others(int(places.failure, at), own, all);
        const joined = fromLogit(logit(near) + logit(alike) - logit(all));
        expected[at] = Math.min(MOST_EXPECTED, Math.max(LEAST_EXPECTED, joined));
      }
    }
    return expected;
  }

  /** By unlisted hypothesis: components, systems, elsewhere. */
  unlisted(): Float64Array {
    const { places } = this;
    const systems = places.systemNames.map((_, at) => this.bySystem.oneMore(at, this.ofSystem(at)));
    const components = places.componentKeys.map((_, at) => {
      const system = int(places.system, places.firstComponent + at);
      return this.byComponent.oneMore(at, systems[system] ?? this.all);
    });
    const mean = systems.length ? systems.reduce((sum, each) => sum + each, 0) / systems.length : this.all;
    return Float64Array.from([...components, ...systems, mean]);
  }

  /** What is known of a system before its own causes are looked at. */
  private ofSystem(system: number): number {
    return this.affinity?.bySystem[system] ?? this.all;
  }
}

/** Causes that share a system, a component or a way of failing: how many of them have the feature. */
class Pool {
  private readonly has: Float64Array;
  private readonly of: Float64Array;

  /** @param widerWeighs how many causes the next wider level weighs */
  constructor(
    size: number,
    private readonly widerWeighs: number,
  ) {
    this.has = new Float64Array(size);
    this.of = new Float64Array(size);
  }

  add(at: number, has: number): void {
    this.has[at] = num(this.has, at) + has;
    this.of[at] = num(this.of, at) + 1;
  }

  oneMore(at: number, towards: number): number {
    return (num(this.has, at) + this.widerWeighs * towards) / (num(this.of, at) + this.widerWeighs);
  }

  others(at: number, own: number, towards: number): number {
    const [has, of] = [num(this.has, at) - own, num(this.of, at) - 1];
    return (Math.max(0, has) + this.widerWeighs * towards) / (of + this.widerWeighs);
  }
}
