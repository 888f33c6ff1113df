import type { Fix, Procedure } from "../book";
import type { CaseFile } from "../case-file";
import { causeKey, covers, WORKS_AS_DESIGNED, type CauseKey } from "../cause";
import type { KnownCause, Knowledge, ShopRates } from "../counts";
import { outcomeModels, type OutcomeModel } from "../outcome-model";
import type { Odds } from "../posterior";
import { guessingMinutes } from "./guessing";
import { UNPLANNED_FIX_MINUTES, type Outlook, type TestOutlook } from "./outlook";
import { splitOf, SYSTEM_SEARCH_MINUTES, type Split } from "./splitting";
import { costOf, entropy, shiftOf, worthOfRepair, worthOfTests, type TestWorth } from "./search";

export { FROM_SCRATCH_MINUTES } from "./outlook";

/** Showing a customer that a thing works as designed, in minutes. */
const EXPLAIN_MINUTES = 15;
/** A suspect less likely than this is worth neither a test nor a repair yet. */
const WORTH_TRYING = 0.01;
const NO_SPLIT: Split = { saves: 0, systems: [] };
/** How many causes a test is said to settle. */
const SETTLED = 2;

export interface TestAction {
  readonly kind: "test";
  readonly procedure: Procedure;
  /** Access included where it is not open yet. */
  readonly minutes: number;
  /** Expected drop in entropy. */
  readonly bits: number;
  readonly expectedMinutesAfter: number;
  /** The suspects between which it decides, most moved first. */
  readonly settles: readonly CauseKey[];
  /** Where no suspect leads: the systems between which it tells, most moved first. */
  readonly splits: readonly string[];
}

export interface FixAction {
  readonly kind: "fix";
  readonly cause: KnownCause;
  readonly minutes: number;
  readonly partsCost: number;
  readonly probability: number;
  readonly expectedMinutesAfter: number;
}

export type Action = TestAction | FixAction;

export interface Plan {
  /** Best first: by expected minutes from now until the root cause is fixed, if this is done next. */
  readonly actions: readonly Action[];
  readonly expectedMinutes: number;
  /** Nothing of the book is worth more than looking for the cause from nothing: what stands first is part of that search. */
  readonly fromScratch: boolean;
}

/**
 * What to do next: every test and repair that is left, in the order of the expected minutes until the cause is fixed.
 * @param models what outcomes each procedure comes to with each cause; by the book and its counts where nothing else is given
 */
export function planOf(
  knowledge: Knowledge,
  file: CaseFile,
  odds: Odds,
  models: ReadonlyMap<string, OutcomeModel> = outcomeModels(knowledge),
): Plan {
  const { causes } = knowledge;
  const repairs = repairsOf(knowledge, file);
  const p = Float64Array.from(causes, ({ key }) => odds.byCause.get(key) ?? 0);
  const places = placesOf(p);
  const thin = (values: Float64Array) => Float64Array.from(places, (at) => values[at] as number);
  const strange = odds.unknown > p.reduce((most, each) => Math.max(most, each), 0) ? odds.strange : undefined;
  const procedures = proceduresLeft(knowledge, file, suspectedPlaces(p, strange ? 0 : WORTH_TRYING), models);
  const planned = thin(p);
  const outlook: Outlook = {
    odds: planned,
    // What is hardly suspected is found from scratch, as what is not in the book.
    unknown: Math.max(0, 1 - planned.reduce((sum, each) => sum + each, 0)),
    costs: Float64Array.from(places, (at) => repairs[at]?.cost ?? Number.POSITIVE_INFINITY),
    tests: procedures.map((procedure) => testOutlook(procedure, file, models, thin)),
  };
  const worths = worthOfTests(outlook);
  const ranked = [...worths].sort((a, b) => a.minutes - b.minutes).map(({ at }) => at);
  const now = guessingMinutes(outlook.costs, outlook.odds, outlook.unknown);
  const place = new Map(places.map((at, index) => [at, index]));
  const tests = worths.flatMap((worth) => {
    const procedure = procedures[worth.at];
    const model = procedure && models.get(procedure.key);
    const split = strange && model ? splitOf(causes, model, strange) : NO_SPLIT;
    return testAction(outlook, { ...worth, ...split }, procedure, (each) => causes[places[each] ?? -1]);
  });
  const fixes = repairs.flatMap((repair, at) => {
    const own = place.get(at);
    return repair && own !== undefined ? fixAction(repair, p[at] as number, worthOfRepair(outlook, own, ranked)) : [];
  });
  const offered: readonly Action[] = [...tests, ...fixes];
  // Equal but for rounding: the best repair is then what guessing begins with.
  const fromScratch = offered.every(({ expectedMinutesAfter }) => expectedMinutesAfter > now + ROUNDING);
  const worth = fromScratch ? asPartOfTheSearch(offered, outlook, now) : offered;
  const best = worth.reduce((least, { expectedMinutesAfter }) => Math.min(least, expectedMinutesAfter), Infinity);
  // What hardly anybody suspects is not looked beyond: after it comes the best of the others.
  const then = Number.isFinite(best) ? best : now;
  const unlikely = repairs.flatMap((repair, at) =>
    repair && !place.has(at) ? fixAction(repair, p[at] as number, repair.cost + then) : [],
  );
  const actions = [...worth, ...unlikely].sort(
    (a, b) => a.expectedMinutesAfter - b.expectedMinutesAfter || pace(b) - pace(a),
  );
  return { actions, expectedMinutes: Math.min(now, actions[0]?.expectedMinutesAfter ?? now), fromScratch };
}

/** The causes that are planned with: the likeliest, so many as leave little to chance. */
const PLANNED_MOST = 40;
const PLANNED_P = 0.002;

function placesOf(odds: Float64Array): readonly number[] {
  return [...odds.keys()]
    .filter((at) => (odds[at] as number) >= PLANNED_P)
    .sort((a, b) => (odds[b] as number) - (odds[a] as number))
    .slice(0, PLANNED_MOST);
}

interface Repair {
  readonly cause: KnownCause;
  readonly minutes: number;
  readonly partsCost: number;
  /** Minutes plus the part's price at the shop's rate: what trying it costs. */
  readonly cost: number;
}

/** In the order of the causes; null for one that was tried. */
function repairsOf(knowledge: Knowledge, file: CaseFile): readonly (Repair | null)[] {
  const fixes = new Map(knowledge.fixes.map((fix) => [causeKey(fix), fix]));
  return knowledge.causes.map((cause) =>
    file.fixesTried.some((tried) => covers(tried, cause))
      ? null
      : repairOf(cause, fixes.get(cause.key), file, knowledge.shop),
  );
}

function repairOf(cause: KnownCause, fix: Fix | undefined, file: CaseFile, shop: ShopRates): Repair {
  if (!fix) {
    const minutes = cause.failure === WORKS_AS_DESIGNED ? EXPLAIN_MINUTES : UNPLANNED_FIX_MINUTES;
    return { cause, minutes, partsCost: 0, cost: minutes };
  }
  const minutes = fix.minutes + accessMinutes(fix, file);
  const partsCost = fix.partsCost.amount;
  return { cause, minutes, partsCost, cost: Math.max(1, minutes + (partsCost / shop.ratePerHour) * 60) };
}

/**
 * Where nothing is worth its minutes and the cause had best be looked for from nothing, what a test tells is part of that search: as
 * many of its minutes are not lost as it takes of what is uncertain. No test is then worth more than the search itself.
 */
function asPartOfTheSearch(actions: readonly Action[], { odds, unknown }: Outlook, search: number): readonly Action[] {
  const uncertain = entropy(odds, unknown);
  return actions.map((action) => {
    if (action.kind === "fix" || uncertain <= 0) return action;
    const saves = (SYSTEM_SEARCH_MINUTES * action.bits) / uncertain;
    return { ...action, expectedMinutesAfter: Math.max(search, action.expectedMinutesAfter - saves) };
  });
}

const ROUNDING = 1e-6;

/** How much an action tells in a minute. */
const pace = (action: Action) => (action.kind === "test" ? action.bits / Math.max(1, action.minutes) : 0);

const fixAction = (
  { cause, minutes, partsCost }: Repair,
  probability: number,
  expectedMinutesAfter: number,
): FixAction => ({ kind: "fix", cause, minutes, partsCost, probability, expectedMinutesAfter });

/** Access is paid once a job. */
function accessMinutes(
  work: { readonly access: string | null; readonly accessMinutes: number },
  file: CaseFile,
): number {
  return work.access === null || file.access.includes(work.access) ? 0 : work.accessMinutes;
}

const suspectedPlaces = (odds: Float64Array, least: number) =>
  [...odds.keys()].filter((at) => (odds[at] as number) >= least);

/** Procedures that were not done yet and speak of somebody who is still suspected, if only a little where nobody leads. */
function proceduresLeft(
  knowledge: Knowledge,
  file: CaseFile,
  suspected: readonly number[],
  models: ReadonlyMap<string, OutcomeModel>,
): readonly Procedure[] {
  const done = new Set(file.tests.map(({ procedure }) => procedure));
  return knowledge.procedures.filter((procedure) => {
    const model = models.get(procedure.key);
    if (done.has(procedure.key) || procedure.outcomes.length < 2 || !model) return false;
    return suspected.some((at) => model.speaksOf[at]);
  });
}

function testOutlook(
  procedure: Procedure,
  file: CaseFile,
  models: ReadonlyMap<string, OutcomeModel>,
  thin: (values: Float64Array) => Float64Array,
): TestOutlook {
  const model = models.get(procedure.key);
  if (!model) throw new Error(`planOf: no outcomes for ${procedure.key}`);
  return {
    ...{ minutes: procedure.minutes, access: procedure.access, accessMinutes: accessMinutes(procedure, file) },
    likelihood: model.rates.map(thin),
    base: model.base,
  };
}

function testAction(
  outlook: Outlook,
  { at, minutes, saves, systems }: TestWorth & Split,
  procedure: Procedure | undefined,
  causeAt: (place: number) => KnownCause | undefined,
): readonly TestAction[] {
  const test = outlook.tests[at];
  if (!test || !procedure) return [];
  const { bits, moved } = shiftOf(outlook, test);
  const settles = moved.slice(0, SETTLED).flatMap((each) => causeAt(each)?.key ?? []);
  const expectedMinutesAfter = Math.max(costOf(test), minutes - saves);
  return [{ kind: "test", procedure, minutes: costOf(test), bits, expectedMinutesAfter, settles, splits: systems }];
}
