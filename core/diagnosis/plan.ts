import type { Fix, Procedure } from "./book";
import type { CaseFile } from "./case-file";
import { causeKey, covers, WORKS_AS_DESIGNED, type CauseKey } from "./cause";
import type { KnownCause, Knowledge, ShopRates } from "./counts";
import { outcomeModel } from "./outcome-model";
import { entropyBits, type Odds } from "./posterior";

/** A cause for which the book holds no repair: what an unplanned repair takes, in minutes. */
const UNPLANNED_FIX_MINUTES = 90;
/** Showing a customer that a thing works as designed, in minutes. */
const EXPLAIN_MINUTES = 15;
/** Finding a cause from nothing, by splitting systems and reading wiring diagrams: half a working day, in minutes. */
export const FROM_SCRATCH_MINUTES = 240;
/** A test that speaks of no suspect above this cannot be worth its minutes. */
const WORTH_TESTING = 0.01;

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
}

/** What to do next: every test and repair that is left, in the order of the expected minutes until the cause is fixed. */
export function planOf(knowledge: Knowledge, file: CaseFile, odds: Odds): Plan {
  const repairs = repairsOf(knowledge, file);
  const now = repairMinutes(repairs, odds);
  const tests = knowledge.procedures
    .filter(({ key }) => !file.tests.some(({ procedure }) => procedure === key))
    .flatMap((procedure) => testAction({ knowledge, file, odds, repairs }, procedure));
  const fixes = repairs.flatMap((repair) => fixAction(repairs, repair, odds));
  const actions = [...tests, ...fixes].sort((a, b) => a.expectedMinutesAfter - b.expectedMinutesAfter);
  return { actions, expectedMinutes: Math.min(now, actions[0]?.expectedMinutesAfter ?? now) };
}

interface Repair {
  readonly cause: KnownCause;
  readonly minutes: number;
  readonly partsCost: number;
  /** Minutes plus the part's price at the shop's rate: what trying it costs. */
  readonly cost: number;
}

function repairsOf(knowledge: Knowledge, file: CaseFile): readonly Repair[] {
  const fixes = new Map(knowledge.fixes.map((fix) => [causeKey(fix), fix]));
  return knowledge.causes
    .filter((cause) => !file.fixesTried.some((tried) => covers(tried, cause)))
    .map((cause) => repairOf(cause, fixes.get(cause.key), file, knowledge.shop));
}

function repairOf(cause: KnownCause, fix: Fix | undefined, file: CaseFile, shop: ShopRates): Repair {
  if (!fix) {
    const minutes = cause.failure === WORKS_AS_DESIGNED ? EXPLAIN_MINUTES : UNPLANNED_FIX_MINUTES;
    return { cause, minutes, partsCost: 0, cost: minutes };
  }
  const minutes = fix.minutes + accessMinutes(fix, file);
  const partsCost = fix.partsCost.amount;
  return { cause, minutes, partsCost, cost: minutes + (partsCost / shop.ratePerHour) * 60 };
}

/** Access is paid once a job. */
function accessMinutes(
  work: { readonly access: string | null; readonly accessMinutes: number },
  file: CaseFile,
): number {
  return work.access === null || file.access.includes(work.access) ? 0 : work.accessMinutes;
}

/**
 * Expected minutes when only repairs are tried, one after another until one helps.
 * The order by probability over cost is the best one (Mitten 1960; Simon and Kadane 1975, "optimal problem-solving search").
 * After some of them, finding the cause from scratch costs less than guessing on: the best place to stop is looked for among
 * all. The repair itself has to be paid for then all the same, and causes that are not in the book always come to that.
 */
function repairMinutes(repairs: readonly Repair[], odds: Odds): number {
  const order = repairs
    .map(({ cause, cost }) => ({ p: odds.byCause.get(cause.key) ?? 0, cost: Math.max(cost, 1) }))
    .sort((a, b) => b.p / b.cost - a.p / a.cost);
  const whole = order.reduce((sum, { p }) => sum + p, odds.unknown) || 1;
  const fromScratch = ({ p, cost }: { p: number; cost: number }) => p * (FROM_SCRATCH_MINUTES + cost);
  let rest = order.reduce((sum, each) => sum + fromScratch(each), 0);
  let guessing = 0;
  let left = whole;
  let best = rest;
  for (const each of order) {
    guessing += each.cost * left;
    left -= each.p;
    rest -= fromScratch(each);
    best = Math.min(best, guessing + rest);
  }
  return (best + odds.unknown * (FROM_SCRATCH_MINUTES + UNPLANNED_FIX_MINUTES)) / whole;
}

interface Outlook {
  readonly knowledge: Knowledge;
  readonly file: CaseFile;
  readonly odds: Odds;
  readonly repairs: readonly Repair[];
}

/** A test is worth the drop in expected minutes that it brings, averaged over its outcomes, less its own cost. */
function testAction({ knowledge, file, odds, repairs }: Outlook, procedure: Procedure): readonly TestAction[] {
  if (procedure.outcomes.length < 2 || !speaksOfSuspects(procedure, knowledge, odds)) return [];
  const minutes = procedure.minutes + accessMinutes(procedure, file);
  const model = outcomeModel(knowledge, procedure);
  const likelihoods = new Map(knowledge.causes.map((cause) => [cause.key, model.of(cause)]));
  let after = 0;
  let entropyAfter = 0;
  const shift = new Map<CauseKey, number>();
  for (const outcome of model.outcomes) {
    const { odds: then, chance } = update(
      odds,
      (key) => likelihoods.get(key)?.get(outcome) ?? 0,
      model.base.get(outcome) ?? 0,
    );
    if (chance <= 0) continue;
    after += chance * repairMinutes(repairs, then);
    entropyAfter += chance * entropyBits(then);
    for (const [key, p] of then.byCause)
      shift.set(key, (shift.get(key) ?? 0) + chance * Math.abs(p - (odds.byCause.get(key) ?? 0)));
  }
  const settles = [...shift]
    .sort((a, b) => b[1] - a[1])
    .slice(0, 2)
    .map(([key]) => key);
  const bits = Math.max(0, entropyBits(odds) - entropyAfter);
  return [{ kind: "test", procedure, minutes, bits, expectedMinutesAfter: minutes + after, settles }];
}

function speaksOfSuspects(procedure: Procedure, knowledge: Knowledge, odds: Odds): boolean {
  const effects = procedure.outcomes.flatMap((outcome) => outcome.effects);
  const counted = knowledge.outcomes.get(procedure.key);
  return knowledge.causes.some((cause) => {
    if ((odds.byCause.get(cause.key) ?? 0) < WORTH_TESTING) return false;
    return (
      effects.some((effect) => covers(effect, cause)) ||
      [...(counted?.values() ?? [])].some((counts) => counts.has(cause.key))
    );
  });
}

/** The odds after an outcome, and the chance of it. */
function update(
  odds: Odds,
  likelihood: (key: CauseKey) => number,
  unknownLikelihood: number,
): { odds: Odds; chance: number } {
  const joint = [...odds.byCause].map(([key, p]) => [key, p * likelihood(key)] as const);
  const unknownJoint = odds.unknown * unknownLikelihood;
  const chance = joint.reduce((sum, [, p]) => sum + p, unknownJoint);
  const byCause = new Map(joint.map(([key, p]) => [key, chance > 0 ? p / chance : 0]));
  return { odds: { byCause, unknown: chance > 0 ? unknownJoint / chance : 0 }, chance };
}

/** Fitting this now, and if it was in vain, the best order of what is left. */
function fixAction(repairs: readonly Repair[], repair: Repair, odds: Odds): readonly FixAction[] {
  const p = odds.byCause.get(repair.cause.key) ?? 0;
  if (p < WORTH_TESTING) return [];
  const without = new Map(odds.byCause);
  without.set(repair.cause.key, 0);
  const rest = { byCause: without, unknown: odds.unknown };
  const expectedMinutesAfter = repair.cost + (1 - p) * repairMinutes(repairs, rest);
  const { cause, minutes, partsCost } = repair;
  return [{ kind: "fix", cause, minutes, partsCost, probability: p, expectedMinutesAfter }];
}
