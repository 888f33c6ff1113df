import type { CaseFile, TestDone } from "@/core/case";
import type { CauseKey } from "@/core/book";
import { Dice } from "./random";
import type { TrueJob } from "./world/job";
import { dealOutcome } from "./world/outcome";
import type { TrueCause, TrueTest, World } from "./world/truth";

/** What somebody who works by a method does next; null where the method has nothing left to offer. */
export type Move =
  { readonly kind: "test"; readonly procedure: string } | { readonly kind: "repair"; readonly cause: CauseKey } | null;

/** From what is known of a job to the next move. It sees the job as a person does, and nothing of the truth. */
export type NextMove = (file: CaseFile) => Move;

/** A method of working. */
export interface Method {
  readonly name: string;
  readonly next: NextMove;
}

export interface Played {
  /** Minutes and parts, parts counted at the shop's rate; a job that is not solved counts the cap. */
  readonly cost: number;
  /** Work alone. */
  readonly minutes: number;
  readonly partsInVain: number;
  readonly tests: number;
  readonly solved: boolean;
}

/** A job that is not over by then is not solved, and counts so much. */
export const CAP = 3000;
/** What an hour at the lift costs. */
export const RATE_PER_HOUR = 90;
/** A repair of one of two causes is seen to have helped a little about as often as not. */
const HALF_SEEN = 0.5;
/** What nobody could have written down takes such a repair once it is found. */
const STRANGE_FIX_MINUTES = 90;

/**
 * Works one job to its end by a method, and counts what it took. There is no search from nothing: only what the method names is done.
 * @param luck the same for every method: a test comes to the same on the same vehicle, whoever does it
 */
export function play(world: World, job: TrueJob, method: Method, luck: number): Played {
  let file: CaseFile = { ...sightOf(job), tests: [], repairsTried: [], access: [] };
  const left = new Set(job.causes);
  let [cost, minutes, partsInVain] = [0, 0, 0];
  const spend = (work: number, parts = 0) => {
    minutes += work;
    cost += work + (parts / RATE_PER_HOUR) * 60;
  };
  const open = (access: string | null, accessMinutes: number) => {
    if (access === null || file.access.includes(access)) return 0;
    file = { ...file, access: [...file.access, access] };
    return accessMinutes;
  };
  const over = (solved: boolean): Played => ({
    cost: solved ? Math.min(CAP, cost) : CAP,
    minutes,
    partsInVain,
    tests: file.tests.length,
    solved: solved && cost < CAP,
  });
  while (cost < CAP) {
    const move = method.next(file);
    if (!move) break;
    if (move.kind === "test") {
      const dice = luckOf(world, luck, move.procedure, file.repairsTried.length);
      const { test, procedure } = testOf(world, move.procedure);
      spend(procedure.minutes + open(procedure.access, procedure.accessMinutes));
      // A cause that nobody has written down shows itself to whoever tests its component.
      if (job.strange === test.component) {
        spend(STRANGE_FIX_MINUTES);
        return over(true);
      }
      file = { ...file, tests: [...file.tests, testDone(world, test, { left: [...left], file }, dice)] };
      continue;
    }
    const cause = causeOf(world, method, move.cause);
    const { repair } = cause;
    spend(repair.minutes + open(repair.access, repair.accessMinutes), repair.partsCost.amount);
    const right = left.delete(cause);
    if (right && left.size === 0) return over(true);
    if (!right) partsInVain++;
    const helped = right && luckOf(world, luck, move.cause, 0).is(HALF_SEEN);
    const { component, failure } = cause;
    const tried = { component, failure, result: helped ? ("partly" as const) : ("no-change" as const) };
    file = { ...file, repairsTried: [...file.repairsTried, tried] };
  }
  return over(false);
}

export function sightOf({ vehicle, odometerKm, symptoms, codes, modulesScanned }: TrueJob) {
  return { vehicle, odometerKm, symptoms, codes, modulesScanned };
}

/** Chance that belongs to one act on one vehicle, whenever and by whomever it is done. */
function luckOf({ tests, causes }: World, luck: number, act: string, after: number): Dice {
  const nth = tests.findIndex(({ procedure }) => procedure === act);
  const at = nth >= 0 ? nth : tests.length + causes.findIndex(({ key }) => key === act);
  return new Dice(Math.imul(luck + 1, 0x9e3779b1) ^ Math.imul(at + 1, 0x85ebca6b) ^ Math.imul(after + 1, 0xc2b2ae35));
}

function causeOf(world: World, { name }: Method, key: CauseKey): TrueCause {
  const cause = world.causes.find((each) => each.key === key);
  if (!cause) throw new Error(`play: ${name} repairs ${key}, which nobody knows`);
  return cause;
}

function testOf(world: World, key: string) {
  const test = world.tests.find(({ procedure }) => procedure === key);
  const procedure = world.book.procedures.find((each) => each.key === key);
  if (!test || !procedure) throw new Error(`play: there is no test ${key}`);
  return { test, procedure };
}

interface Now {
  readonly left: readonly TrueCause[];
  readonly file: CaseFile;
}

function testDone(world: World, test: TrueTest, { left, file }: Now, dice: Dice): TestDone {
  const { procedure: key } = test;
  const { procedure } = testOf(world, key);
  const outcome = dealOutcome(test, left, dice);
  const effects = procedure.outcomes.find((each) => each.key === outcome)?.effects ?? [];
  return { procedure: key, title: key, outcome, effects, afterRepairs: file.repairsTried.length };
}
