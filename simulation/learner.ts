import type { CaseFile } from "@/core/case";
import { type Book, causeKey } from "@/core/book";
import { outcomeModels, type OutcomeModel } from "@/core/evidence";
import { planOf } from "@/core/plan";
import type { JobFacts } from "@/core/job";
import { follow } from "./methods";
import { logSum, oddsFrom, strangeLogs, trueModels, type Hypothesis, type Looked } from "./oracle";
import type { NextMove } from "./play";
import { Dice } from "./random";
import { logLooks, type TrueJob } from "./world/job";
import { makeLooks } from "./world/causes";
import { trueRates } from "./world/world";
import type { Looks, World } from "./world/truth";

/** How a cause may look, and how far the history speaks for each: sums to 1. */
interface Guess {
  readonly looks: Looks;
  readonly weight: number;
}

/** What a learner is told of the world beside the history. */
export interface Told {
  /** The true rate of every cause on every vehicle; else it counts what the history found. */
  readonly rates: boolean;
  /** What every test comes to with each cause; else it has what the engine makes of the book and the history. */
  readonly tests: boolean;
}

/**
 * The best that anybody could do with this history: knows how such worlds are made, and learns how each cause looks from the recorded jobs by
 * Bayes' rule over looks as the world makes them. Told the rates and the tests as well it knows more than any engine can. (In a world where
 * conditions follow the way of failing an engine may learn of one cause from another, which this one does not.)
 */
export function learner(world: World, book: Book, history: readonly JobFacts[], told: Told): NextMove {
  const models = told.tests ? trueModels(world, book) : outcomeModels(book);
  const tested = told.tests ? world : withTests(world, models);
  const known = told.rates ? tested : withCountedRates(tested, history);
  const guesses = guessesOf(known, history);
  const seen = new WeakMap<CaseFile["symptoms"], Looked>();
  return (file) => {
    const looked = seen.get(file.symptoms) ?? looksOf(known, file, guesses);
    seen.set(file.symptoms, looked);
    return follow(planOf(book, file, oddsFrom(looked, { world: known, book, file }), models));
  };
}

/** Tests that come to what the engine believes of them. */
function withTests(world: World, models: ReadonlyMap<string, OutcomeModel>): World {
  const tests = world.tests.map((test) => {
    const model = models.get(test.procedure);
    if (!model) throw new Error(`learner: no outcomes for ${test.procedure}`);
    const speaks = world.causes.flatMap(({ key }, at) =>
      model.speaksOf[at] ? [[key, model.rates.map((rate) => rate[at] ?? 0)] as const] : [],
    );
    return { ...test, otherwise: model.base, byCause: new Map(speaks) };
  });
  return { ...world, tests };
}

/** Rates as the history found them, on any vehicle alike, from a gamma prior with the variance that the world makes its rates with. */
function withCountedRates(world: World, history: readonly JobFacts[]): World {
  const found = new Map<string, number>();
  for (const { finding } of history)
    for (const cause of finding?.causes ?? []) found.set(causeKey(cause), (found.get(causeKey(cause)) ?? 0) + 1);
  const first = 1 / (Math.exp(world.rules.spread ** 2) - 1);
  const causes = world.causes.map((cause) => ({ ...cause, hot: null, rate: first + (found.get(cause.key) ?? 0) }));
  return { ...world, causes };
}

const GUESSES = 1000;
/** So seldom does a record name the wrong cause (`world/history.ts`). */
const WRONG_RECORD = 0.06;

function guessesOf(world: World, history: readonly JobFacts[]): readonly (readonly Guess[])[] {
  const dice = new Dice(524_287);
  return world.causes.map((cause) => {
    const jobs = history.filter(({ finding }) => {
      const [only, second] = finding?.causes ?? [];
      return only && !second && causeKey(only) === cause.key;
    });
    const looks = Array.from({ length: GUESSES }, () =>
      makeLooks(world, cause.system, dice.some(world.conditions, dice.whole(2, 4)), dice),
    );
    const logs = looks.map(() => 0);
    for (const job of jobs) {
      const each = looks.map((look) => logLooks(world, job, [look]));
      const mean = logSum(each) - Math.log(looks.length);
      for (const [at, log] of each.entries())
        logs[at] = (logs[at] ?? 0) + logSum([Math.log(1 - WRONG_RECORD) + log, Math.log(WRONG_RECORD) + mean]);
    }
    const whole = logSum(logs);
    return looks.map((look, at) => ({ looks: look, weight: Math.exp((logs[at] ?? 0) - whole) }));
  });
}

/** Two causes at once are weighed among the likeliest, by so many guesses of each. */
const COUPLED_MOST = 30;
const COUPLED_GUESSES = 30;

function looksOf(world: World, file: CaseFile, guesses: readonly (readonly Guess[])[]): Looked {
  const { causes, rules } = world;
  const rates = trueRates(world, file.vehicle, file.odometerKm ?? 0);
  const job: Pick<TrueJob, "symptoms" | "codes" | "modulesScanned"> = file;
  const sane = Math.log(1 - rules.neverSeen);
  const singles = causes.map((cause, one): Hypothesis => {
    const own = (guesses[one] ?? []).map(({ looks, weight }) => Math.log(weight) + logLooks(world, job, [looks]));
    const log = sane + Math.log(rates[one] ?? 0) + Math.log(1 - rules.pairs) + logSum(own);
    return { one, other: null, causes: [cause], log };
  });
  const top = [...singles].sort((a, b) => b.log - a.log).slice(0, COUPLED_MOST);
  const dice = new Dice(131_071);
  const couples = top.flatMap((first, nth) =>
    top.slice(nth + 1).map((second): Hypothesis => {
      const [one, other] = [first.one, second.one];
      const looks = Array.from({ length: COUPLED_GUESSES }, () => [
        drawn(guesses[one] ?? [], dice),
        drawn(guesses[other] ?? [], dice),
      ]);
      const log = logSum(looks.map((each) => logLooks(world, job, each))) - Math.log(COUPLED_GUESSES);
      const both = Math.log(rules.pairs * 2 * (rates[one] ?? 0) * (rates[other] ?? 0));
      return { one, other, causes: [...first.causes, ...second.causes], log: sane + both + log };
    }),
  );
  return { known: [...singles, ...couples], strange: strangeLogs(world, file) };
}

function drawn(guesses: readonly Guess[], dice: Dice): Looks {
  const at = dice.weighted(guesses.map(({ weight }) => weight));
  const guess = guesses[at];
  if (!guess) throw new Error("learner: no guess to draw from");
  return guess.looks;
}
