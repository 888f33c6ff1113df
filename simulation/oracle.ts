import { item, num } from "@/core/place";
import type { CaseFile } from "@/core/case";
import { type Book, covers, NO_COUNT, placesOf } from "@/core/book";
import type { OutcomeModel } from "@/core/evidence";
import { planOf, type PlanOdds } from "@/core/plan";
import type { Couple } from "@/core/odds";
import { follow } from "./methods";
import type { NextMove } from "./play";
import { Dice } from "./random";
import { logLooks, strangeLooks, testedParts } from "./world/job";
import { outcomeChances } from "./world/outcome";
import { trueRates } from "./world/world";
import type { Looks, TrueCause, TrueTest, World } from "./world/truth";

/**
 * Knows every rate and likelihood of the true world, weighs every cause, every two at once and every strange component exactly, and plans by
 * the same rules as everybody: nobody can know more.
 */
export function oracle(world: World, book: Book): NextMove {
  const models = trueModels(world, book);
  return (file) => follow(planOf(book, file, trueOdds(world, book, file), models));
}

/** What outcomes each test truly comes to with each cause. */
export function trueModels(world: World, book: Book): ReadonlyMap<string, OutcomeModel> {
  const places = placesOf(book);
  return new Map(
    world.tests.map((test) => {
      const own = places.firstComponent + places.componentKeys.indexOf(test.component);
      const model: OutcomeModel = {
        outcomes: test.outcomes,
        base: test.otherwise,
        rates: test.outcomes.map((_, outcome) =>
          Float64Array.from({ length: places.size }, (_, at) => {
            const cause = world.causes[at];
            return outcomeChances(test, cause ? [cause] : [])[outcome] ?? 0;
          }),
        ),
        speaksFor: new Float64Array(world.causes.length),
        counts: () => ({ seen: NO_COUNT, of: NO_COUNT }),
        speaksOf: Array.from({ length: places.size }, (_, at) => {
          const cause = world.causes[at];
          return cause ? test.byCause.has(cause.key) : at === own;
        }),
      };
      return [test.procedure, model];
    }),
  );
}

/** One thing that may be wrong, with the log of how likely it is and looks so. */
export interface Hypothesis {
  readonly one: number;
  readonly other: number | null;
  readonly causes: readonly TrueCause[];
  readonly log: number;
}

/** How likely every hypothesis is and looks as the vehicle does: known causes, and strange components in the order of `testedParts`. */
export interface Looked {
  readonly known: readonly Hypothesis[];
  readonly strange: Float64Array;
}

const LOOKED = new WeakMap<CaseFile["symptoms"], Looked>();
/** Hypotheses so much less likely than the best one by looks alone are left out: together they hold nothing. */
const LEFT_OUT_NATS = 25;
/** A strange component shows itself to its own test: next to nothing is left where it did not. */
const HIDES = 1e-6;
const COUPLES_KEPT = 40;

/** Bayes' rule with the true rates and looks, over singles, pairs and strange components. */
export function trueOdds(world: World, book: Book, file: CaseFile): PlanOdds {
  const looked = LOOKED.get(file.symptoms) ?? looksOf(world, file);
  LOOKED.set(file.symptoms, looked);
  return oddsFrom(looked, { world, book, file });
}

/** A case of a world, and the book that its places are counted by. */
export interface Met {
  readonly world: World;
  readonly book: Book;
  readonly file: CaseFile;
}

/** What tests and repairs make of how likely everything was by its looks. */
export function oddsFrom(looked: Looked, { world, book, file }: Met): PlanOdds {
  const places = placesOf(book);
  const parts = testedParts(world);
  const byKey = new Map(world.tests.map((test) => [test.procedure, test]));
  const repair = world.causes.map((cause) => file.repairsTried.findIndex((tried) => covers(tried, cause)));
  const known = looked.known.map((each) => ({ ...each, log: each.log + workLog(file, byKey, repair, each) }));
  const strange = looked.strange.map((log, at) => log + strangeWorkLog(file, byKey, parts[at]?.component ?? ""));
  const top = Math.max(...known.map(({ log }) => log), ...strange);
  const odds = new Float64Array(places.size);
  const couples: Couple[] = [];
  const add = (at: number, p: number) => (odds[at] = num(odds, at) + p);
  let sum = 0;
  for (const { one, other, log } of known) {
    const weight = Math.exp(log - top);
    sum += weight;
    if (other === null) add(one, weight);
    else if ((repair[one] ?? -1) >= 0) add(other, weight);
    else if ((repair[other] ?? -1) >= 0) add(one, weight);
    else {
      add(one, weight / 2);
      add(other, weight / 2);
      couples.push({ one, other, probability: weight, ofOne: weight / 2 });
    }
  }
  for (const [at, log] of strange.entries()) {
    const weight = Math.exp(log - top);
    sum += weight;
    add(places.firstComponent + places.componentKeys.indexOf(parts[at]?.component ?? ""), weight);
  }
  const kept = couples.sort((a, b) => b.probability - a.probability).slice(0, COUPLES_KEPT);
  return {
    odds: odds.map((each) => each / sum),
    couples: kept.map((each) => ({ ...each, probability: each.probability / sum, ofOne: each.ofOne / sum })),
  };
}

/** How likely each thing is and looks as this vehicle does, before anybody measured. */
function looksOf(world: World, file: CaseFile) {
  const { causes, rules } = world;
  const rates = trueRates(world, file.vehicle, file.odometerKm ?? 0);
  const rate = (at: number) => rates[at] ?? 0;
  const known: Hypothesis[] = [];
  const sane = 1 - rules.neverSeen;
  for (const [one, cause] of causes.entries()) {
    const prior = sane * rate(one) * (1 - rules.pairs + rules.pairs * rate(one));
    known.push({ one, other: null, causes: [cause], log: Math.log(prior) + logLooks(world, file, [cause.looks]) });
    for (let other = one + 1; other < causes.length; other++) {
      const second = item(causes, other);
      const both = Math.log(sane * rules.pairs * 2 * rate(one) * rate(other));
      const log = both + logLooks(world, file, [cause.looks, second.looks]);
      known.push({ one, other, causes: [cause, second], log });
    }
  }
  const strange = strangeLogs(world, file);
  const top = Math.max(...known.map(({ log }) => log), ...strange);
  return { known: known.filter(({ log }) => log > top - LEFT_OUT_NATS), strange };
}

/** Log of how likely each component of `testedParts` fails in a way nobody has seen and looks as this vehicle does. */
export function strangeLogs(world: World, file: CaseFile): Float64Array {
  const parts = testedParts(world);
  const bySystem = new Map(
    [...new Set(parts.map(({ system }) => system))].map((system) => [system, strangeLog(world, system, file)]),
  );
  return Float64Array.from(
    parts,
    ({ system }) => Math.log(world.rules.neverSeen / parts.length) + (bySystem.get(system) ?? 0),
  );
}

const STRANGE = new WeakMap<World, Map<string, readonly Looks[]>>();
const STRANGE_LOOKS = 150;

/** What nobody has seen looks as the world makes such looks: the mean over many of them. */
function strangeLog(world: World, system: string, file: CaseFile): number {
  const bySystem = STRANGE.get(world) ?? new Map<string, readonly Looks[]>();
  STRANGE.set(world, bySystem);
  const dice = new Dice(8191);
  const looks = bySystem.get(system) ?? Array.from({ length: STRANGE_LOOKS }, () => strangeLooks(world, system, dice));
  bySystem.set(system, looks);
  return logSum(looks.map((look) => logLooks(world, file, [look]))) - Math.log(looks.length);
}

/** What tests and repairs in their order say of a hypothesis: only what is not repaired yet shows. */
function workLog(
  { tests, repairsTried }: CaseFile,
  byKey: ReadonlyMap<string, TrueTest>,
  repair: readonly number[],
  { one, other, causes }: Hypothesis,
): number {
  let log = 0;
  const repairs = [repair[one] ?? -1, other === null ? -1 : (repair[other] ?? -1)];
  for (const { procedure, outcome, afterRepairs = 0 } of tests) {
    const test = byKey.get(procedure ?? "");
    if (!test) continue;
    const left = causes.filter((_, at) => (repairs[at] ?? -1) < 0 || (repairs[at] ?? -1) >= afterRepairs);
    log += Math.log(outcomeChances(test, left)[test.outcomes.indexOf(outcome)] ?? 0);
  }
  const done = repairs.slice(0, causes.length).filter((at) => at >= 0);
  // The job would be over.
  if (done.length === causes.length) return Number.NEGATIVE_INFINITY;
  for (const [at, { result }] of repairsTried.entries()) {
    const ofIt = done.includes(at);
    if (result === "partly" && !ofIt) return Number.NEGATIVE_INFINITY;
    if (ofIt) log += Math.log(0.5);
  }
  return log;
}

function strangeWorkLog(
  { tests, repairsTried }: CaseFile,
  byKey: ReadonlyMap<string, TrueTest>,
  component: string,
): number {
  if (repairsTried.some(({ result }) => result === "partly")) return Number.NEGATIVE_INFINITY;
  return tests.reduce((sum, { procedure, outcome }) => {
    const test = byKey.get(procedure ?? "");
    if (!test) return sum;
    const hidden = test.component === component ? Math.log(HIDES) : 0;
    return sum + hidden + Math.log(test.otherwise[test.outcomes.indexOf(outcome)] ?? 0);
  }, 0);
}

/** Log of a sum of exponentials. */
export function logSum(logs: readonly number[]): number {
  const top = Math.max(...logs);
  return top + Math.log(logs.reduce((sum, log) => sum + Math.exp(log - top), 0));
}
