import { item, num } from "@/core/place";
import { appliesTo, type Procedure, type CauseKey, type KnownCause, type Book, placesOf } from "@/core/book";
import { isRepair, type CaseFile } from "@/core/case";
import { outcomeModels, type OutcomeModel } from "@/core/evidence";
import type { Couple } from "@/core/odds";
import { LookAhead, shiftOf, type TestWorth } from "./look-ahead";
import { costOf, UNPLANNED_REPAIR_MINUTES, type Outlook, type Spent, type TestOutlook } from "./outlook";
import { accessOf, repairsOf, type CostedRepair } from "./repairs";
import { Trying } from "./trying";

/** A test is offered where it speaks of suspects that hold so much together, a repair where its suspect holds so much. */
const TEST_BEARS = 0.02;
const REPAIR_BEARS = 0.01;
/** How many causes a test is said to settle. */
const SETTLED = 2;
/** A component that fails in a way nobody has seen is shown by its own test so often. */
const SHOWN_BY_OWN_TEST = 0.85;

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
}

export interface RepairAction {
  readonly kind: "repair";
  readonly cause: KnownCause;
  readonly minutes: number;
  readonly partsCost: number;
  readonly probability: number;
  readonly expectedMinutesAfter: number;
  /** Whether the book holds what the repair takes; else its minutes are those of any unplanned repair. */
  readonly planned: boolean;
  /** So many cures here took it, where nobody wrote it down; else null. */
  readonly learnt: number | null;
}

export type Action = TestAction | RepairAction;

export interface Plan {
  /** Best first: by expected minutes from now until the cause is fixed, if this is done next. Only what bears on the case. */
  readonly actions: readonly Action[];
  /** Parts counted as minutes at the shop's rate; 0 where there is nothing to do. Of a cause that the book can reach. */
  readonly expectedMinutes: number;
  /** The same apart: work, and money in the shop's currency. */
  readonly expectedWorkMinutes: number;
  readonly expectedParts: number;
}

/** Odds by hypothesis (`places.ts`), couples shared out between the two. */
export interface PlanOdds {
  readonly odds: Float64Array;
  readonly couples: readonly Couple[];
}

/**
 * What to do next: every test and repair that bears on the case, in the order of the expected minutes until the cause is fixed by doing what
 * is offered. Nothing is planned that nobody can do.
 * @param models what outcomes each procedure comes to with each hypothesis; by the book and its counts where nothing else is given
 */
export function planOf(
  book: Book,
  file: CaseFile,
  told: PlanOdds,
  models: ReadonlyMap<string, OutcomeModel> = outcomeModels(book),
): Plan {
  // What is cured waits for proof, not for another test.
  if (file.repairsTried.findLast(isRepair)?.result === "fixed") return NOTHING;
  const repairs = repairsOf(book, file);
  const procedures = proceduresLeft(book, file, told.odds, models);
  const planned = plannedPlaces(book, told.odds, (at) =>
    at < repairs.length ? repairs[at] !== null : procedures.some(({ key }) => models.get(key)?.speaksOf[at]),
  );
  const outlook = outlookOf(book, file, { told, repairs, procedures, planned, models });
  const ahead = new LookAhead(outlook, new Trying(outlook));
  const worths = afterBasics(ahead.worthOfTests(), { outlook, procedures, odds: told.odds, models });
  const ranked = [...worths].sort((a, b) => a.minutes - b.minutes).map(({ at }) => at);
  const tests = worths.flatMap((worth) => {
    const procedure = procedures[worth.at];
    const causeAt = (each: number) => book.causes[planned[each] ?? -1];
    return procedure ? [rankedBy(worth, testAction(outlook, worth, procedure, causeAt))] : [];
  });
  const repairing = planned.flatMap((at, own) => {
    const repair = repairs[at];
    const p = num(told.odds, at);
    if (!repair || p < REPAIR_BEARS) return [];
    const worth = ahead.worthOfRepair(own, ranked);
    return [rankedBy(worth, repairAction(repair, p, worth.minutes))];
  });
  const all = [...tests, ...repairing].sort(
    (a, b) => a.worth.minutes - b.worth.minutes || pace(b.action) - pace(a.action),
  );
  const worth = all[0]?.worth ?? { minutes: 0, parts: 0 };
  return {
    actions: all.map(({ action }) => action),
    expectedMinutes: worth.minutes,
    expectedWorkMinutes: worth.minutes - worth.parts,
    expectedParts: (worth.parts * book.shop.ratePerHour) / 60,
  };
}

interface Basics {
  readonly outlook: Outlook;
  readonly procedures: readonly Procedure[];
  readonly odds: Float64Array;
  readonly models: ReadonlyMap<string, OutcomeModel>;
}

/** However much hangs on the basics, a test after them is not worth nothing before. */
const MOST_SPOILT = 0.6;
/** A reading taken with a flat battery, and believed, sends whoever took it down a wrong road for so long. */
const MISLED_MINUTES = 30;

/**
 * A test that is done before the cheap looks at what it relies on is spoilt where these would have found something: its minutes are lost then,
 * what it said is not to be believed, and often is.
 */
function afterBasics(
  worths: readonly TestWorth[],
  { outlook, procedures, odds, models }: Basics,
): readonly TestWorth[] {
  const looks = procedures.filter(({ basic }) => basic);
  if (!looks.length) return worths;
  let spoilt = 0;
  for (const at of placesOfBasics(looks, models)) spoilt += num(odds, at);
  const chance = Math.min(MOST_SPOILT, spoilt);
  const worst = Math.max(...worths.map(({ minutes }) => minutes));
  return worths.map((worth) => {
    const test = outlook.tests[worth.at];
    if (!test || procedures[worth.at]?.basic) return worth;
    return { ...worth, minutes: worth.minutes + chance * (MISLED_MINUTES + costOf(test) + worst - worth.minutes) };
  });
}

/** The causes of the very parts that the looks are at. */
function placesOfBasics(looks: readonly Procedure[], models: ReadonlyMap<string, OutcomeModel>): ReadonlySet<number> {
  const places = new Set<number>();
  for (const { key } of looks)
    for (const [at, ratio] of models.get(key)?.speaksFor.entries() ?? []) if (ratio >= POINTS_AT) places.add(at);
  return places;
}

/** A look finds what one of its outcomes makes so many times as likely. */
const POINTS_AT = 8;

const NOTHING: Plan = { actions: [], expectedMinutes: 0, expectedWorkMinutes: 0, expectedParts: 0 };

const rankedBy = <Own extends Action>({ minutes, parts }: Spent, action: Own) => ({
  worth: { minutes, parts },
  action,
});

/** How much an action tells in a minute. */
const pace = (action: Action) => (action.kind === "test" ? action.bits / Math.max(1, action.minutes) : 0);

/** The hypotheses that are planned with: the likeliest that can be reached, so many as leave little to chance. */
const PLANNED_MOST = 60;
const PLANNED_P = 0.004;

function plannedPlaces(book: Book, odds: Float64Array, isReached: (at: number) => boolean): readonly number[] {
  return Array.from({ length: placesOf(book).firstSystem }, (_, at) => at)
    .filter((at) => num(odds, at) >= PLANNED_P)
    .sort((a, b) => num(odds, b) - num(odds, a))
    .slice(0, PLANNED_MOST)
    .filter(isReached);
}

interface Parts {
  readonly told: PlanOdds;
  readonly repairs: readonly (CostedRepair | null)[];
  readonly procedures: readonly Procedure[];
  readonly planned: readonly number[];
  readonly models: ReadonlyMap<string, OutcomeModel>;
}

function outlookOf(book: Book, file: CaseFile, { told, repairs, procedures, planned, models }: Parts): Outlook {
  const places = placesOf(book);
  const of = (value: (at: number) => number) => Float64Array.from(planned, value);
  const isPlanned = new Map(planned.map((at, own) => [at, own]));
  let [tail, whole] = [0, 0];
  // What was repaired already is no longer waited for.
  for (let at = 0; at < places.causes; at++) if (!isPlanned.has(at) && repairs[at]) tail += num(told.odds, at);
  for (const at of planned) whole += num(told.odds, at);
  const scale = whole + tail > 0 ? 1 / (whole + tail) : 0;
  const access = accessOf(book, file);
  return {
    odds: of((at) => num(told.odds, at) * scale),
    couples: told.couples.flatMap(({ one, other, probability, ofOne }) => {
      const [a, b] = [isPlanned.get(one), isPlanned.get(other)];
      if (a === undefined || b === undefined) return [];
      return [{ one: a, other: b, probability: probability * scale, ofOne: ofOne * scale }];
    }),
    tail: tail * scale,
    costs: of((at) => repairs[at]?.cost ?? Number.POSITIVE_INFINITY),
    foundCosts: of((at) => repairs[at]?.cost ?? UNPLANNED_REPAIR_MINUTES),
    parts: of((at) => repairs[at]?.partsMinutes ?? 0),
    tests: procedures.map((procedure) => {
      const model = models.get(procedure.key);
      if (!model) throw new Error(`planOf: no outcomes for ${procedure.key}`);
      return testOutlook(procedure, access(procedure.access), { model, planned, firstUnlisted: places.firstComponent });
    }),
  };
}

interface Seen {
  readonly model: OutcomeModel;
  readonly planned: readonly number[];
  readonly firstUnlisted: number;
}

function testOutlook(
  procedure: Procedure,
  accessMinutes: number,
  { model, planned, firstUnlisted }: Seen,
): TestOutlook {
  const finds = Float64Array.from(planned, (at) => (at >= firstUnlisted && model.speaksOf[at] ? SHOWN_BY_OWN_TEST : 0));
  return {
    minutes: procedure.minutes,
    access: procedure.access,
    accessMinutes,
    finds,
    likelihood: model.rates.map((rates, nth) =>
      Float64Array.from(planned, (at, own) => {
        const found = num(finds, own);
        return found > 0 ? (1 - found) * (model.base[nth] ?? 0) : num(rates, at);
      }),
    ),
    base: model.base,
  };
}

/** Procedures for this vehicle that were not done yet and speak of who is suspected. */
function proceduresLeft(
  book: Book,
  file: CaseFile,
  odds: Float64Array,
  models: ReadonlyMap<string, OutcomeModel>,
): readonly Procedure[] {
  const { firstSystem } = placesOf(book);
  const done = new Set(file.tests.map(({ procedure }) => procedure));
  return book.procedures.filter((procedure) => {
    const model = models.get(procedure.key);
    if (done.has(procedure.key) || !model || model.outcomes.length < 2) return false;
    if (procedure.applies && !appliesTo(procedure.applies, file.vehicle)) return false;
    // General practice says in passing what else a look may show: it is offered for what it is a look at.
    const pointsAt = (at: number) => !procedure.general || (model.speaksFor[at] ?? 0) >= POINTS_AT;
    let bears = 0;
    for (let at = 0; at < firstSystem; at++) if (model.speaksOf[at] && pointsAt(at)) bears += num(odds, at);
    return bears >= TEST_BEARS;
  });
}

const repairAction = (
  { cause, minutes, partsCost, planned, learnt }: CostedRepair,
  probability: number,
  expectedMinutesAfter: number,
): RepairAction => ({ kind: "repair", cause, minutes, partsCost, probability, expectedMinutesAfter, planned, learnt });

function testAction(
  outlook: Outlook,
  { at, minutes }: TestWorth,
  procedure: Procedure,
  causeAt: (place: number) => KnownCause | undefined,
): TestAction {
  const test = item(outlook.tests, at);
  const { bits, moved } = shiftOf(outlook, test);
  const settles = moved.flatMap((each) => causeAt(each)?.key ?? []).slice(0, SETTLED);
  return { kind: "test", procedure, minutes: costOf(test), bits, expectedMinutesAfter: minutes, settles };
}
