import type { CaseFile, CauseKey, Knowledge, Odds } from "@/core/diagnosis";
import { covers } from "@/core/diagnosis/cause";
import { countsIn, NO_COUNT, totalOf } from "@/core/diagnosis/counts";
import { codeFeature, conditionFeature, symptomFeature } from "@/core/diagnosis/features";
import { DECLARED_RATIO, effectOn, type OutcomeModel } from "@/core/diagnosis/outcome-model";
import { ALL_VEHICLES, chainFor } from "@/core/vehicle";

/** Jobs that the wider group weighs against a narrower one, and Laplace's smoothing. */
const BACK_OFF_JOBS = 5;
const SMOOTHING = 1;
const UNKNOWN = 0.02;

/** Naive Bayes with back-off, as one would write it down in an afternoon: every feature by itself, declared effects as declared. */
export function naiveOdds(knowledge: Knowledge, file: CaseFile): Odds {
  const { causes, groups, features } = knowledge;
  const all = countsIn(groups, ALL_VEHICLES);
  const jobs = totalOf(all).weight;
  const shown = [
    ...file.symptoms.map(({ key }) => symptomFeature(key)),
    ...file.symptoms.flatMap(({ conditions }) => conditions.map(conditionFeature)),
    ...file.codes.filter(({ status }) => status !== "history").map(({ code }) => codeFeature(code)),
  ].map((key) => countsIn(features, key));
  const logs = causes.map((cause) => {
    let rate = 1 / causes.length;
    for (const group of [...chainFor(cause.system, file.vehicle, file.odometerKm)].reverse()) {
      const counts = groups.get(group);
      const own = counts?.get(cause.key)?.weight ?? 0;
      rate = (own + BACK_OFF_JOBS * rate) / ((counts ? totalOf(counts).weight : 0) + BACK_OFF_JOBS);
    }
    const of = (all.get(cause.key) ?? NO_COUNT).weight;
    const told = shown.reduce((sum, counts) => {
      const base = (totalOf(counts).weight + SMOOTHING) / (jobs + 2 * SMOOTHING);
      return sum + Math.log(((counts.get(cause.key)?.weight ?? 0) + SMOOTHING) / (of + 2 * SMOOTHING) / base);
    }, 0);
    const tested = file.tests.reduce((sum, { effects }) => {
      const effect = effectOn(effects, cause);
      return sum + (effect ? Math.log(DECLARED_RATIO[effect]) : 0);
    }, 0);
    const tried = file.fixesTried.some((each) => covers(each, cause)) ? Math.log(0.01) : 0;
    return Math.log(rate) + told + tested + tried;
  });
  const top = Math.max(Math.log(UNKNOWN), ...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const strange = UNKNOWN * Math.exp(-top);
  const sum = weights.reduce((a, b) => a + b, strange);
  const byCause = new Map<CauseKey, number>(causes.map(({ key }, at) => [key, (weights[at] ?? 0) / sum]));
  return { byCause, unknown: strange / sum };
}

/** Every declared effect taken at its word. */
export function declaredModels({ causes, procedures }: Knowledge): ReadonlyMap<string, OutcomeModel> {
  return new Map(
    procedures.map((procedure) => {
      const outcomes = procedure.outcomes.map(({ key }) => key);
      const raw = procedure.outcomes.map(
        ({ effects }) => 1 / Math.max(1, ...effects.map(({ effect }) => DECLARED_RATIO[effect])),
      );
      const whole = raw.reduce((a, b) => a + b, 0);
      const base = raw.map((each) => each / whole);
      const rates = outcomes.map(() => new Float64Array(causes.length));
      for (const [at, cause] of causes.entries()) {
        const own = procedure.outcomes.map(({ effects }, nth) => {
          const effect = effectOn(effects, cause);
          return (base[nth] ?? 0) * (effect ? DECLARED_RATIO[effect] : 1);
        });
        const sum = own.reduce((a, b) => a + b, 0);
        own.forEach((each, nth) => ((rates[nth] as Float64Array)[at] = each / sum));
      }
      const speaksOf = causes.map((cause) =>
        procedure.outcomes.some(({ effects }) => effectOn(effects, cause) !== null),
      );
      return [procedure.key, { outcomes, base, rates, speaksOf, counts: () => ({ seen: NO_COUNT, of: NO_COUNT }) }];
    }),
  );
}
