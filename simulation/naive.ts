import { item } from "@/core/place";
import {
  causeKey,
  type CauseKey,
  type Book,
  type KnownCause,
  type Procedure,
  covers,
  countsIn,
  NO_COUNT,
  totalOf,
} from "@/core/book";
import { type CaseFile, codeFeature, conditionFeature, symptomFeature } from "@/core/case";
import type { Odds } from "@/core/odds";
import { DECLARED_RATIO, effectOn } from "@/core/evidence";
import { ALL_VEHICLES, chainFor } from "@/core/vehicle";
import { RATE_PER_HOUR, type Move } from "./play";

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

/** One test of look-ahead, or the best repair: by the order of chance over cost, every declared effect taken at its word. */
export function naiveMove(book: Book, file: CaseFile): Move {
  const { byCause } = naiveOdds(book, file);
  const costs = book.causes.map((cause) => costOf(book, file, cause.key));
  const odds = book.causes.map(({ key }) => byCause.get(key) ?? 0);
  const open = (cause: KnownCause) => !file.repairsTried.some((tried) => covers(tried, cause));
  const left = odds.map((p, at) => (open(item(book.causes, at)) ? p : 0));
  const best = book.causes
    .map(({ key }, at) => ({ key, pace: (left[at] ?? 0) / (costs[at] ?? 1), p: left[at] ?? 0 }))
    .sort((a, b) => b.pace - a.pace)[0];
  let [move, least]: [Move, number] = [
    best && best.p > 0 ? { kind: "repair", cause: best.key } : null,
    guessing(left, costs),
  ];
  const done = new Set(file.tests.map(({ procedure }) => procedure));
  for (const procedure of book.procedures) {
    if (done.has(procedure.key)) continue;
    const minutes =
      procedure.minutes + (procedure.access && !file.access.includes(procedure.access) ? procedure.accessMinutes : 0);
    const cost = minutes + afterTest(procedure, book.causes, left, costs);
    if (cost < least) [move, least] = [{ kind: "test", procedure: procedure.key }, cost];
  }
  return move;
}

function costOf({ repairs }: Book, file: CaseFile, key: CauseKey): number {
  const repair = repairs.find((each) => causeKey(each) === key);
  if (!repair) return UNPLANNED;
  const access = repair.access && !file.access.includes(repair.access) ? repair.accessMinutes : 0;
  return repair.minutes + access + (repair.partsCost.amount / RATE_PER_HOUR) * 60;
}

const UNPLANNED = 90;

function guessing(odds: readonly number[], costs: readonly number[]): number {
  let left = odds.reduce((sum, p) => sum + p, 0);
  if (left <= 0) return 0;
  const whole = left;
  const order = [...odds.keys()].sort((a, b) => (odds[b] ?? 0) / (costs[b] ?? 1) - (odds[a] ?? 0) / (costs[a] ?? 1));
  let sum = 0;
  for (const at of order) {
    sum += (costs[at] ?? 0) * left;
    left -= odds[at] ?? 0;
  }
  return sum / whole;
}

function afterTest(
  { outcomes }: Procedure,
  causes: readonly KnownCause[],
  odds: readonly number[],
  costs: readonly number[],
): number {
  const raw = outcomes.map(({ effects }) => 1 / Math.max(1, ...effects.map(({ effect }) => DECLARED_RATIO[effect])));
  const whole = raw.reduce((a, b) => a + b, 0);
  const all = odds.reduce((sum, p) => sum + p, 0);
  const rates = causes.map((cause) => {
    const own = outcomes.map(({ effects }, nth) => {
      const effect = effectOn(effects, cause);
      return ((raw[nth] ?? 0) / whole) * (effect ? DECLARED_RATIO[effect] : 1);
    });
    const sum = own.reduce((a, b) => a + b, 0);
    return own.map((each) => each / sum);
  });
  return outcomes.reduce((sum, _, nth) => {
    const joint = odds.map((p, at) => (p * (rates[at]?.[nth] ?? 0)) / all);
    return sum + joint.reduce((a, b) => a + b, 0) * guessing(joint, costs);
  }, 0);
}
