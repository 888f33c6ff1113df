import { item, num } from "@/core/place";
import { keptBeside } from "@/core/kept";
import { codeFamily } from "@/core/codes";
import { affinityOf } from "./affinity";
import { ALL_VEHICLES } from "@/core/vehicle";
import {
  patternApplies,
  type Pattern,
  causeKey,
  type CauseKey,
  countsIn,
  type CountsByCause,
  type Book,
  PATTERN_JOBS,
} from "@/core/book";
import {
  type CaseFile,
  codeFeature,
  conditionFeature,
  deniedConditions,
  presentFeatures,
  scanFeature,
  symptomFeature,
  type PresentFeature,
} from "@/core/case";
import type { Evidence, EvidenceSource } from "./evidence";
import { overlaps, shares } from "./overlap";
import { outcomeModelsInPieces } from "./outcome-model";
import { pooledRates, type Rates } from "./pooled-rates";

/**
 * Symptoms, conditions and codes of one job come from one story and repeat each other beyond what their overlap tells. Each counts by
 * this power of its likelihood ratio (tempering; Grünwald 2012, "the safe Bayesian").
 */
const TEMPER = { symptom: 1, condition: 1, code: 0.9, silent: 0.9 } as const;
/** That something is not there says less than that it is: much is left out of what is told and noted. */
const ABSENCE_TEMPER = 0.8;
/** What was not told of may just not have been asked. */
const UNTOLD_TEMPER = { symptom: 0.9, condition: 0.9 } as const;
/** Codes of one family that are not there say much the same: the second counts half, the third a third. */
const familyShare = (nth: number) => 1 / nth;

/** What each symptom, condition and code that is there says about every cause. */
export function featureEvidence(book: Book, file: CaseFile): readonly Evidence[] {
  const features = presentFeatures(file.symptoms, file.codes, file.modulesSilent);
  return (["symptom", "condition", "code", "silent"] as const).flatMap((kind) => {
    const own = features.filter((feature) => feature.kind === kind);
    const overlap = overlaps(
      book.causes,
      own.map(({ key }) => countsIn(book.features, key)),
    );
    const share = shares(overlap);
    return own.map((feature, at) =>
      oneFeature(book, file, feature, TEMPER[kind] * feature.strength * (share[at] ?? 1)),
    );
  });
}

function oneFeature(book: Book, file: CaseFile, feature: PresentFeature, strength: number): Evidence {
  const rates = pooledRates(book, {
    feature: feature.key,
    seen: countsIn(book.features, feature.key),
    jobs: countsIn(book.groups, ALL_VEHICLES),
    affinity: affinityOf(book, feature.key),
    patternJobs: patternsNaming(book, file, feature.key),
  });
  return present(rates, strength, (seen, of) => ({ kind: "feature", feature, seen, of }));
}

/** Evidence that something is there. */
function present(rates: Rates, strength: number, source: (seen: number, of: number) => EvidenceSource): Evidence {
  const { rate, base } = rates;
  return {
    weights: rate.map((each) => strength * Math.log(each / base)),
    rates: rate,
    base,
    strength,
    quiet: false,
    after: 0,
    repair: null,
    source: (at) => {
      const { own, of } = rates.counts(at);
      return source(own.jobs, of.jobs);
    },
  };
}

/** Evidence that something is not there. */
function absent(rates: Rates, strength: number, source: (seen: number, of: number) => EvidenceSource): Evidence {
  return {
    ...silenceOf(rates, strength),
    base: 1 - rates.base,
    strength,
    quiet: true,
    after: 0,
    repair: null,
    source: (at) => {
      const { own, of } = rates.counts(at);
      return source(Math.min(own.jobs, of.jobs), of.jobs);
    },
  };
}

type Silence = Pick<Evidence, "weights" | "rates">;

/** What it says that something is not there, made once for the same rates: a scan of five modules is silent on some hundred codes. */
const SILENCES = keptBeside<Rates, Map<number, Silence>>("silences");

function silenceOf(rates: Rates, strength: number): Silence {
  const kept = SILENCES.get(rates) ?? new Map<number, Silence>();
  SILENCES.set(rates, kept);
  const known = kept.get(strength);
  if (known) return known;
  const { rate, base } = rates;
  const weigh = (each: number) => strength * Math.log((1 - each) / (1 - base));
  const made = { weights: rate.map(weigh), rates: rate.map((each) => 1 - each) };
  kept.set(strength, made);
  return made;
}

/** What it says about every cause that a condition does not hold. */
export function deniedEvidence(book: Book, file: CaseFile): readonly Evidence[] {
  return deniedConditions(file.symptoms).map((condition) =>
    absent(conditionRates(book, condition), ABSENCE_TEMPER, (seen, of) => ({
      kind: "denied",
      condition,
      seen,
      of,
    })),
  );
}

/** How often a condition is told with each cause. */
export function conditionRates(book: Book, condition: string): Rates {
  const feature = conditionFeature(condition);
  const seen = countsIn(book.features, feature);
  return pooledRates(book, {
    feature,
    seen,
    jobs: countsIn(book.groups, ALL_VEHICLES),
    affinity: null,
  });
}

/** Nats by which a condition that is told speaks for a cause that shows it at `rate`. */
export const presenceWeight = (rate: number, base: number) => TEMPER.condition * Math.log(rate / base);
/** Nats by which a condition that does not hold speaks for a cause that shows it at `rate`. */
export const absenceWeight = (rate: number, base: number) => ABSENCE_TEMPER * Math.log((1 - rate) / (1 - base));

/**
 * What it says about every cause that symptoms and conditions which it usually comes with were not told of. How often they are told
 * is counted as it was, with all that people leave out; where a job tells of no condition at all, nobody asked.
 */
export function untoldEvidence(book: Book, file: CaseFile): readonly Evidence[] {
  if (!file.symptoms.length) return [];
  const told = new Set(presentFeatures(file.symptoms, []).map(({ key }) => key));
  const denied = new Set(deniedConditions(file.symptoms).map(conditionFeature));
  const asked = conditionsAsked(file);
  const jobs = countsIn(book.groups, ALL_VEHICLES);
  return [...book.features].flatMap(([key, seen]) => {
    const kind = key.startsWith("symptom|") ? "symptom" : key.startsWith("condition|") && asked ? "condition" : null;
    if (!kind || told.has(key) || denied.has(key)) return [];
    const rates = pooledRates(book, { feature: key, seen, jobs, affinity: affinityOf(book, key) });
    return [
      absent(rates, UNTOLD_TEMPER[kind], (times, of) => ({
        kind: "untold",
        of,
        seen: times,
        feature: { key, module: "", kind, subject: key.slice(kind.length + 1), strength: 1 },
      })),
    ];
  });
}

/** Whether anybody told under which conditions it shows; what was denied speaks for itself alone. */
export const conditionsAsked = ({ symptoms }: CaseFile) => symptoms.some(({ conditions }) => conditions.length > 0);

/** Nats by which it speaks for a cause that shows a condition at `rate` that nobody told of it. */
export const untoldWeight = (rate: number, base: number) => UNTOLD_TEMPER.condition * Math.log((1 - rate) / (1 - base));

/** Codes that a cause usually sets and that a module which was read does not hold. */
export function absenceEvidence(book: Book, file: CaseFile): readonly Evidence[] {
  const there = new Set(file.codes.map(({ code }) => codeFeature(code)));
  return [...new Set(file.modulesScanned)].flatMap((module) => {
    const scanned = countsIn(book.features, scanFeature(module));
    const codes = book.codesByModule.get(module) ?? new Map<string, CountsByCause>();
    const missing = [...codes].filter(([code]) => !there.has(code));
    return tempered(
      missing.map(([key, seen]) => {
        const code = key.slice("code|".length);
        const affinity = affinityOf(book, key);
        const rates = pooledRates(book, { feature: key, seen, jobs: scanned, affinity });
        const evidence = absent(rates, ABSENCE_TEMPER, (times, of) => ({
          kind: "absent-code",
          code,
          module,
          seen: times,
          of,
        }));
        return { family: codeFamily(code), evidence };
      }),
    );
  });
}

/**
 * Works out ahead what every case asks of a book: how often each symptom, condition and code comes with each cause, what its absence says, and how
 * procedures come out. It takes as long as some dozens of advices; whoever has other work does a piece of it at a time, a feature or a procedure at each step.
 */
export function* workOutAhead(book: Omit<Book, "shop">): Generator<void> {
  const jobs = countsIn(book.groups, ALL_VEHICLES);
  for (const [feature, seen] of book.features) {
    if (!feature.startsWith("symptom|") && !feature.startsWith("condition|")) continue;
    pooledRates(book, { feature, seen, jobs, affinity: affinityOf(book, feature) });
    yield;
  }
  for (const [module, codes] of book.codesByModule) {
    const scanned = countsIn(book.features, scanFeature(module));
    for (const [feature, seen] of codes) {
      silenceOf(
        pooledRates(book, { feature, seen, jobs: scanned, affinity: affinityOf(book, feature) }),
        ABSENCE_TEMPER,
      );
      yield;
    }
  }
  yield* outcomeModelsInPieces(book);
}

interface Missing {
  readonly family: string;
  readonly evidence: Evidence;
}

/** For each cause the missing code of a family that says most counts whole, the next half: one circuit that is quiet is one message. */
function tempered(missing: readonly Missing[]): readonly Evidence[] {
  const families = new Map<string, Evidence[]>();
  for (const { family, evidence } of missing) families.set(family, [...(families.get(family) ?? []), evidence]);
  return [...families.values()].flatMap(sharedOut);
}

function sharedOut(family: readonly Evidence[]): readonly Evidence[] {
  const [first] = family;
  if (!first || family.length < 2) return family;
  const kept = SHARED.get(first.weights) ?? [];
  SHARED.set(first.weights, kept);
  const same = ({ of }: SharedOut) =>
    of.length === family.length && of.every((weights, at) => weights === family[at]?.weights);
  let shared = kept.find(same);
  if (!shared) {
    shared = shareOut(family.map(({ weights }) => weights));
    kept.push(shared);
    if (kept.length > MOST_SHARED) kept.shift();
  }
  const { weights } = shared;
  return family.map((evidence, at) => ({ ...evidence, weights: item(weights, at) }));
}

interface SharedOut {
  readonly of: readonly Float64Array[];
  readonly weights: readonly Float64Array[];
}

// Most families are silent as a whole, case after case. So many other ways of being silent are kept of each.
const SHARED = keptBeside<Float64Array, SharedOut[]>("shared-out silences");
const MOST_SHARED = 8;

function shareOut(of: readonly Float64Array[]): SharedOut {
  // The weights are shared with other cases: what is changed is a copy.
  const weights = of.map((own) => own.slice());
  const firmest = [...weights];
  for (let at = 0; at < (weights[0]?.length ?? 0); at++) {
    firmest.sort((a, b) => Math.abs(num(b, at)) - Math.abs(num(a, at)));
    for (const [nth, own] of firmest.entries()) own[at] = num(own, at) * familyShare(nth + 1);
  }
  return { of, weights };
}

/** Pseudo-jobs of the patterns that apply to this vehicle and name this symptom or code. */
function patternsNaming(book: Book, file: CaseFile, feature: string): ReadonlyMap<CauseKey, number> {
  const jobs = new Map<CauseKey, number>();
  const names = (pattern: Pattern) =>
    pattern.symptoms.some((key) => symptomFeature(key) === feature) ||
    pattern.codes.some((code) => codeFeature(code) === feature);
  for (const pattern of book.patterns)
    if (names(pattern) && patternApplies(pattern, file.vehicle, file.odometerKm))
      jobs.set(causeKey(pattern), (jobs.get(causeKey(pattern)) ?? 0) + PATTERN_JOBS[pattern.evidence]);
  return jobs;
}
