import { num } from "@/core/place";
import type { CaseFile } from "@/core/case";
import type { Book } from "@/core/book";
import { absenceWeight, conditionRates, conditionsAsked, presenceWeight, untoldWeight } from "@/core/evidence";
import { posteriorOf, type Posterior } from "@/core/odds";

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
 * @param conditions keys of the vocabulary; their counts have to be in `book.features`
 */
export function questionsFor(book: Book, file: CaseFile, conditions: readonly string[]): readonly Question[] {
  if (!file.symptoms.length) return [];
  const told = new Set(file.symptoms.flatMap(({ conditions: own, denied = [] }) => [...own, ...denied]));
  const odds = posteriorOf(book, file);
  // Where conditions were asked for, what was not told speaks already; an answer takes its place.
  const asked = conditionsAsked(file);
  return conditions
    .filter((condition) => !told.has(condition))
    .map((condition) => worthOf(book, odds, condition, asked))
    .filter(({ bits }) => bits >= LEAST_BITS)
    .sort((a, b) => b.bits - a.bits)
    .slice(0, MOST_QUESTIONS);
}

function worthOf(book: Book, { odds }: Posterior, condition: string, asked: boolean): Question {
  const { base, rate } = conditionRates(book, condition);
  // That nobody told of it speaks already: the question is worth what it brings to who has not heard that yet.
  const open = asked ? reweighted(odds, rate, (each) => -untoldWeight(each, base)) : odds;
  const yes = open.reduce((sum, p, at) => sum + p * num(rate, at), 0);
  const ifYes = reweighted(open, rate, (each) => presenceWeight(each, base));
  const ifNo = reweighted(open, rate, (each) => absenceWeight(each, base));
  const bits = (of: Float64Array) => bitsOf(of, book.causes.length);
  return { condition, yes, bits: bits(open) - (yes * bits(ifYes) + (1 - yes) * bits(ifNo)) };
}

/** The odds after evidence that weighs so many nats for a hypothesis that shows it at a rate. */
function reweighted(odds: Float64Array, rates: Float64Array, weightOf: (rate: number) => number): Float64Array {
  const scaled = odds.map((p, at) => p * Math.exp(weightOf(num(rates, at))));
  const sum = scaled.reduce((total, each) => total + each, 0);
  return scaled.map((each) => each / sum);
}

/** Entropy of the causes of the book and of all that is not in it as one, in bits. */
function bitsOf(odds: Float64Array, causes: number): number {
  let [sum, unknown] = [0, 0];
  for (const [at, p] of odds.entries())
    if (at >= causes) unknown += p;
    else if (p > 0) sum -= p * Math.log2(p);
  return unknown > 0 ? sum - unknown * Math.log2(unknown) : sum;
}
