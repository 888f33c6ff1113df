import type { CaseFile } from "./case-file";
import type { CauseKey } from "./cause";
import type { Knowledge } from "./counts";
import { absenceWeight, conditionRates, conditionsAsked, presenceWeight, untoldWeight } from "./feature-evidence";
import { entropyBits, posteriorOf, type Posterior } from "./posterior";

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

function worthOf(knowledge: Knowledge, odds: Posterior, condition: string, asked: boolean): Question {
  const rates = conditionRates(knowledge, condition);
  const { base } = rates;
  const causes = knowledge.causes.map(({ key }, at) => [key, rates.rate[at] ?? base] as const);
  const strange = [...odds.strange.keys()].map((system, at) => [system, rates.strange[at] ?? base] as const);
  const told = { causes: new Map(causes), strange: new Map(strange), base };
  // That nobody told of it speaks already: the question is worth what it brings to who has not heard that yet.
  const open = asked ? reweighted(odds, told, (rate) => -untoldWeight(rate, base)) : odds;
  const yes =
    [...open.byCause].reduce((sum, [key, p]) => sum + p * (told.causes.get(key) ?? base), 0) +
    [...open.strange].reduce((sum, [system, p]) => sum + p * (told.strange.get(system) ?? base), 0);
  const ifYes = reweighted(open, told, (rate) => presenceWeight(rate, base));
  const ifNo = reweighted(open, told, (rate) => absenceWeight(rate, base));
  const after = yes * entropyBits(ifYes) + (1 - yes) * entropyBits(ifNo);
  return { condition, yes, bits: entropyBits(open) - after };
}

interface Told {
  readonly causes: ReadonlyMap<CauseKey, number>;
  readonly strange: ReadonlyMap<string, number>;
  readonly base: number;
}

type SplitOdds = Pick<Posterior, "byCause" | "unknown" | "strange">;

/** The odds after evidence that weighs so many nats for a cause, known or not, that shows it at a rate. */
function reweighted(odds: SplitOdds, { causes, strange, base }: Told, weightOf: (rate: number) => number): SplitOdds {
  const scale = <Key>(list: ReadonlyMap<Key, number>, rates: ReadonlyMap<Key, number>) =>
    [...list].map(([key, p]) => [key, p * Math.exp(weightOf(rates.get(key) ?? base))] as const);
  const [known, unknown] = [scale(odds.byCause, causes), scale(odds.strange, strange)];
  const sum = [...known, ...unknown].reduce((total, [, p]) => total + p, 0);
  return {
    byCause: new Map(known.map(([key, p]) => [key, p / sum])),
    strange: new Map(unknown.map(([system, p]) => [system, p / sum])),
    unknown: unknown.reduce((total, [, p]) => total + p, 0) / sum,
  };
}
