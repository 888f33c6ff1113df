import { codeFamily } from "@/core/codes";
import { ALL_VEHICLES } from "@/core/vehicle";
import { patternApplies, type Pattern } from "./book";
import type { CaseFile } from "./case-file";
import { causeKey, type CauseKey } from "./cause";
import { countsIn, type CountsByCause, type Knowledge } from "./counts";
import type { Evidence, Reason } from "./evidence";
import {
  codeFeature,
  conditionFeature,
  deniedConditions,
  presentFeatures,
  scanFeature,
  symptomFeature,
  type PresentFeature,
} from "./features";
import { pooledRates, type Rates } from "./pooled-rates";
import { PATTERN_JOBS } from "./prior";

/**
 * Symptoms, conditions and codes of one job come from one story and repeat each other: taken as independent they make the odds
 * far too sure. Each counts by this power of its likelihood ratio (tempering; Grünwald 2012, "the safe Bayesian").
 */
const TEMPER = 0.6;
/** Features of one family say much the same: the second counts half, the third a third. */
const familyShare = (nth: number) => 1 / nth;

/** What each symptom, condition and code that is there says about every cause. */
export function featureEvidence(knowledge: Knowledge, file: CaseFile): readonly Evidence[] {
  const seenOfFamily = new Map<string, number>();
  return presentFeatures(file.symptoms, file.codes).map((feature) => {
    const family = feature.kind === "code" ? codeFamily(feature.subject) : feature.kind;
    const nth = (seenOfFamily.get(family) ?? 0) + 1;
    if (feature.kind !== "symptom") seenOfFamily.set(family, nth);
    const strength = feature.strength * (feature.kind === "symptom" ? 1 : familyShare(nth));
    return oneFeature(knowledge, file, feature, strength);
  });
}

function oneFeature(knowledge: Knowledge, file: CaseFile, feature: PresentFeature, strength: number): Evidence {
  const seen = countsIn(knowledge.features, feature.key);
  const rates = pooledRates(knowledge.causes, {
    seen,
    jobs: countsIn(knowledge.groups, ALL_VEHICLES),
    patternJobs: patternsNaming(knowledge, file, feature.key),
  });
  const reasons = new Map<CauseKey, Reason>();
  for (const cause of knowledge.causes) {
    const { rate, own, of } = rates.of(cause);
    const source = { kind: "feature", feature, seen: own.jobs, of: of.jobs } as const;
    reasons.set(cause.key, { source, weight: strength * presenceWeight(rate, rates.base) });
  }
  return { reasons, unknown: 0 };
}

/** What it says about every cause that a condition does not hold. */
export function deniedEvidence(knowledge: Knowledge, file: CaseFile): readonly Evidence[] {
  return deniedConditions(file.symptoms).map((condition) => {
    const rates = conditionRates(knowledge, condition);
    const reasons = new Map<CauseKey, Reason>();
    for (const cause of knowledge.causes) {
      const { rate, own, of } = rates.of(cause);
      const source = { kind: "denied", condition, seen: own.jobs, of: of.jobs } as const;
      reasons.set(cause.key, { source, weight: absenceWeight(rate, rates.base) });
    }
    return { reasons, unknown: 0 };
  });
}

/** How often a condition is told with each cause. */
export function conditionRates(knowledge: Knowledge, condition: string): Rates {
  const seen = countsIn(knowledge.features, conditionFeature(condition));
  return pooledRates(knowledge.causes, { seen, jobs: countsIn(knowledge.groups, ALL_VEHICLES) });
}

/** Nats by which a thing that is there speaks for a cause that shows it at `rate`. */
export const presenceWeight = (rate: number, base: number) => TEMPER * Math.log(rate / base);
/** Nats by which a thing that is not there speaks for a cause that shows it at `rate`. */
export const absenceWeight = (rate: number, base: number) => TEMPER * Math.log((1 - rate) / (1 - base));

/** Codes that a cause usually sets and that a module which was read does not hold. */
export function absenceEvidence(knowledge: Knowledge, file: CaseFile): readonly Evidence[] {
  const present = new Set(file.codes.map(({ code }) => codeFeature(code)));
  return [...new Set(file.modulesScanned)].flatMap((module) => {
    const scanned = countsIn(knowledge.features, scanFeature(module));
    const codes = knowledge.codesByModule.get(module) ?? new Map<string, CountsByCause>();
    return [...codes]
      .filter(([code]) => !present.has(code))
      .map(([code, seen]) => oneAbsence(knowledge, module, code, { seen, scanned }));
  });
}

function oneAbsence(
  knowledge: Knowledge,
  module: string,
  key: string,
  counts: { seen: CountsByCause; scanned: CountsByCause },
): Evidence {
  const rates = pooledRates(knowledge.causes, { seen: counts.seen, jobs: counts.scanned });
  const code = key.slice("code|".length);
  const reasons = new Map<CauseKey, Reason>();
  for (const cause of knowledge.causes) {
    const { rate, own, of } = rates.of(cause);
    const weight = absenceWeight(rate, rates.base);
    const seen = Math.min(own.jobs, of.jobs);
    reasons.set(cause.key, { source: { kind: "absent-code", code, module, seen, of: of.jobs }, weight });
  }
  return { reasons, unknown: 0 };
}

/** Pseudo-jobs of the patterns that apply to this vehicle and name this symptom or code. */
function patternsNaming(knowledge: Knowledge, file: CaseFile, feature: string): ReadonlyMap<CauseKey, number> {
  const jobs = new Map<CauseKey, number>();
  const names = (pattern: Pattern) =>
    pattern.symptoms.some((key) => symptomFeature(key) === feature) ||
    pattern.codes.some((code) => codeFeature(code) === feature);
  for (const pattern of knowledge.patterns)
    if (names(pattern) && patternApplies(pattern, file.vehicle, file.odometerKm))
      jobs.set(causeKey(pattern), (jobs.get(causeKey(pattern)) ?? 0) + PATTERN_JOBS[pattern.evidence]);
  return jobs;
}
