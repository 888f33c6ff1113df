import { FROM_SCRATCH_MINUTES, type CaseFile, type CauseKey, type TestDone } from "@/core/diagnosis";
import type { Dice } from "./random";
import type { TrueJob } from "./world/job";
import { dealOutcome } from "./world/outcome";
import type { TrueCause, World } from "./world/world";

/** What somebody who works by a method does next; `scratch`: finds the cause from nothing. */
export type Move =
  | { readonly kind: "test"; readonly procedure: string }
  | { readonly kind: "fix"; readonly cause: CauseKey }
  | { readonly kind: "scratch" };

/** A method of working: from what is known of a job to the next move. It sees the job as a person does, and nothing of the truth. */
export interface Method {
  readonly name: string;
  next(file: CaseFile): Move;
}

export interface Played {
  readonly minutes: number;
  readonly partsInVain: number;
  readonly tests: number;
}

const MOST_MOVES = 60;
/** A euro is a minute: 60 an hour, as in the book's rates. */
const MINUTES_A_EURO = 1;
/** A repair of one of two causes is seen to have helped a little about as often as not. */
const HALF_SEEN = 0.5;
/** What nobody could have written down takes such a repair once it is found. */
const STRANGE_FIX_MINUTES = 90;

/** Works one job to its end by a method, and counts what it took. */
export function play(world: World, job: TrueJob, method: Method, dice: Dice): Played {
  let file: CaseFile = { ...sightOf(job), tests: [], fixesTried: [], access: [] };
  const left = new Set(job.causes);
  let [minutes, partsInVain] = [0, 0];
  const open = (access: string | null, accessMinutes: number) => {
    if (access === null || file.access.includes(access)) return 0;
    file = { ...file, access: [...file.access, access] };
    return accessMinutes;
  };
  const repair = ({ fix }: TrueCause) =>
    fix.minutes + open(fix.access, fix.accessMinutes) + fix.partsCost.amount * MINUTES_A_EURO;
  for (let turn = 0; turn < MOST_MOVES; turn++) {
    const move = method.next(file);
    if (move.kind === "scratch") break;
    if (move.kind === "test") {
      const done = testDone(world, move.procedure, [...left], dice);
      minutes += done.minutes + open(done.access, done.accessMinutes);
      file = { ...file, tests: [...file.tests, done.test] };
      continue;
    }
    const cause = world.causes.find(({ key }) => key === move.cause);
    if (!cause) throw new Error(`play: ${method.name} repairs ${move.cause}, which nobody knows`);
    minutes += repair(cause);
    const right = left.delete(cause);
    if (right && left.size === 0) return { minutes, partsInVain, tests: file.tests.length };
    if (!right) partsInVain++;
    const result = right && dice.is(HALF_SEEN) ? ("partly" as const) : ("no-change" as const);
    const { component, failure } = cause;
    file = { ...file, fixesTried: [...file.fixesTried, { component, failure, result }] };
  }
  minutes +=
    FROM_SCRATCH_MINUTES + (left.size ? [...left].reduce((sum, each) => sum + repair(each), 0) : STRANGE_FIX_MINUTES);
  return { minutes, partsInVain, tests: file.tests.length };
}

export function sightOf({ vehicle, odometerKm, symptoms, codes, modulesScanned }: TrueJob) {
  return { vehicle, odometerKm, symptoms, codes, modulesScanned };
}

function testDone(world: World, key: string, causes: readonly TrueCause[], dice: Dice) {
  const test = world.tests.find(({ procedure }) => procedure === key);
  const procedure = world.book.procedures.find((each) => each.key === key);
  if (!test || !procedure) throw new Error(`play: there is no test ${key}`);
  const outcome = dealOutcome(test, causes, dice);
  const effects = procedure.outcomes.find((each) => each.key === outcome)?.effects ?? [];
  const done: TestDone = { procedure: key, title: key, outcome, effects };
  return { test: done, minutes: procedure.minutes, access: procedure.access, accessMinutes: procedure.accessMinutes };
}
