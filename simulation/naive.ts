import {
  causeKey,
  type CauseKey,
  type Book,
  type KnownCause,
  type Procedure,
  type Repair,
  covers,
  countsIn,
  NO_COUNT,
  totalOf,
} from "@/core/book";
import { type CaseFile, codeFeature, conditionFeature, symptomFeature } from "@/core/case";
import type { Odds } from "@/core/odds";
import { DECLARED_RATIO, effectOn } from "@/core/evidence";
import { ALL_VEHICLES, chainFor } from "@/core/vehicle";
import { RATE_PER_HOUR, type Move, type NextMove } from "./play";

/** Jobs that the wider group weighs against a narrower one, and Laplace's smoothing. */
const BACK_OFF_JOBS = 5;
const SMOOTHING = 1;
const UNKNOWN = 0.02;

/** Naive Bayes with back-off, as one would write it down in an afternoon: every feature by itself, declared effects as declared. */
function naiveOdds(book: Book, file: CaseFile): Odds {
  const { causes, groups, features } = book;
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
    const tried = file.repairsTried.some((each) => covers(each, cause)) ? Math.log(0.01) : 0;
    return Math.log(rate) + told + tested + tried;
  });
  const top = Math.max(Math.log(UNKNOWN), ...logs);
  const weights = logs.map((log) => Math.exp(log - top));
  const strange = UNKNOWN * Math.exp(-top);
  const sum = weights.reduce((a, b) => a + b, strange);
  const byCause = new Map<CauseKey, number>(causes.map(({ key }, at) => [key, (weights[at] ?? 0) / sum]));
  return { byCause, unknown: strange / sum };
}

/**
 * The plain version. One test of look-ahead, or the best repair: by the order of chance over cost, every declared effect taken at its word.
 */
export function naiveBayes(book: Book): NextMove {
  const { causes, procedures } = book;
  const repairs = new Map(book.repairs.map((repair) => [causeKey(repair), repair]));
  const rates = new Map(procedures.map((procedure) => [procedure.key, ratesOf(procedure, causes)]));
  return (file) => {
    const { byCause } = naiveOdds(book, file);
    const costs = causes.map(({ key }) => costOf(repairs.get(key), file));
    const open = (cause: KnownCause) => !file.repairsTried.some((tried) => covers(tried, cause));
    const left = causes.map((cause) => (open(cause) ? (byCause.get(cause.key) ?? 0) : 0));
    const best = causes
      .map(({ key }, at) => ({ key, pace: (left[at] ?? 0) / (costs[at] ?? 1), p: left[at] ?? 0 }))
      .sort((a, b) => b.pace - a.pace)[0];
    let [move, least]: [Move, number] = [
      best && best.p > 0 ? { kind: "repair", cause: best.key } : null,
      guessing(left, costs),
    ];
    const done = new Set(file.tests.map(({ procedure }) => procedure));
    for (const { key, minutes, access, accessMinutes } of procedures) {
      if (done.has(key)) continue;
      const work = minutes + (access && !file.access.includes(access) ? accessMinutes : 0);
      const cost = work + afterTest(rates.get(key) ?? [], left, costs);
      if (cost < least) [move, least] = [{ kind: "test", procedure: key }, cost];
    }
    return move;
  };
}

function costOf(repair: Repair | undefined, file: CaseFile): number {
  if (!repair) return UNPLANNED;
  const access = repair.access && !file.access.includes(repair.access) ? repair.accessMinutes : 0;
  return repair.minutes + access + (repair.partsCost.amount / RATE_PER_HOUR) * 60;
}

const UNPLANNED = 90;

function guessing(odds: readonly number[], costs: readonly number[]): number {
  let left = odds.reduce((sum, p) => sum + p, 0);
  if (left <= 0) return 0;
  const whole = left;
  // What cannot be it comes last, when nothing is left to be paid for.
  const order = [...odds.keys()].filter((at) => odds[at]);
  const pace = odds.map((p, at) => p / (costs[at] ?? 1));
  order.sort((a, b) => (pace[b] ?? 0) - (pace[a] ?? 0));
  let sum = 0;
  for (const at of order) {
    sum += (costs[at] ?? 0) * left;
    left -= odds[at] ?? 0;
  }
  return sum / whole;
}

/** How often a test comes to each outcome, by the place of the cause that it is. */
function ratesOf({ outcomes }: Procedure, causes: readonly KnownCause[]): readonly (readonly number[])[] {
  const raw = outcomes.map(({ effects }) => 1 / Math.max(1, ...effects.map(({ effect }) => DECLARED_RATIO[effect])));
  const whole = raw.reduce((a, b) => a + b, 0);
  const rates = causes.map((cause) => {
    const own = outcomes.map(({ effects }, nth) => {
      const effect = effectOn(effects, cause);
      return ((raw[nth] ?? 0) / whole) * (effect ? DECLARED_RATIO[effect] : 1);
    });
    const sum = own.reduce((a, b) => a + b, 0);
    return own.map((each) => each / sum);
  });
  return outcomes.map((_, nth) => rates.map((own) => own[nth] ?? 0));
}

function afterTest(rates: readonly (readonly number[])[], odds: readonly number[], costs: readonly number[]): number {
  const all = odds.reduce((sum, p) => sum + p, 0);
  return rates.reduce((sum, own) => {
    const joint = odds.map((p, at) => (p * (own[at] ?? 0)) / all);
    return sum + joint.reduce((a, b) => a + b, 0) * guessing(joint, costs);
  }, 0);
}
