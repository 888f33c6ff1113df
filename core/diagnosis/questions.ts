import type { CaseFile } from "./case-file";
import type { CauseKey } from "./cause";
import type { Knowledge } from "./counts";
import { absenceWeight, conditionRates, conditionsAsked, presenceWeight, untoldWeight } from "./feature-evidence";
import { entropyBits, posteriorOf, type Odds } from "./posterior";

/** A condition worth asking the customer about. */
export interface Question {
  readonly condition: string;
  /** How likely a yes is. */
  readonly yes: number;
  /** Expected drop in entropy by the answer. */
  readonly bits: number;
}

const MOST_QUESTIONS = 4;
/** An answer that is worth less moves nothing that anybody would notice. */
const LEAST_BITS = 0.01;

/**
 * The conditions whose answers would move the odds most: those not told of yet, by the drop in entropy that a yes or a no is
 * expected to bring. None where there is no symptom to ask about.
 * @param conditions keys of the vocabulary; their counts have to be in `knowledge.features`
 */
export function questionsFor(knowledge: Knowledge, file: CaseFile, conditions: readonly string[]): readonly Question[] {
  if (!file.symptoms.length) return [];
  const told = new Set(file.symptoms.flatMap(({ conditions: own, denied = [] }) => [...own, ...denied]));
  const odds = posteriorOf(knowledge, file);
  // Where conditions were asked for, what was not told speaks already; an answer takes its place.
  const asked = conditionsAsked(file);
  return conditions
    .filter((condition) => !told.has(condition))
    .map((condition) => worthOf(knowledge, odds, condition, asked))
    .filter(({ bits }) => bits >= LEAST_BITS)
    .sort((a, b) => b.bits - a.bits)
    .slice(0, MOST_QUESTIONS);
}

function worthOf(knowledge: Knowledge, odds: Odds, condition: string, asked: boolean): Question {
  const rates = conditionRates(knowledge, condition);
  const rate = new Map(knowledge.causes.map((cause, at) => [cause.key, rates.rate[at] ?? rates.base]));
  const rateOf = (key: CauseKey) => rate.get(key) ?? rates.base;
  // That nobody told of it speaks already: the question is worth what it brings to who has not heard that yet.
  const open = asked ? reweighted(odds, (key) => -untoldWeight(rateOf(key), rates.base)) : odds;
  const yes = [...open.byCause].reduce((sum, [key, p]) => sum + p * rateOf(key), open.unknown * rates.base);
  const ifYes = reweighted(open, (key) => presenceWeight(rateOf(key), rates.base));
  const ifNo = reweighted(open, (key) => absenceWeight(rateOf(key), rates.base));
  const after = yes * entropyBits(ifYes) + (1 - yes) * entropyBits(ifNo);
  return { condition, yes, bits: entropyBits(open) - after };
}

/** The odds after evidence that weighs so many nats for each cause; a cause that is not in the book is taken for the average. */
function reweighted(odds: Odds, weightOf: (key: CauseKey) => number): Odds {
  const scaled = [...odds.byCause].map(([key, p]) => [key, p * Math.exp(weightOf(key))] as const);
  const sum = scaled.reduce((total, [, p]) => total + p, odds.unknown);
  return { byCause: new Map(scaled.map(([key, p]) => [key, p / sum])), unknown: odds.unknown / sum };
}
