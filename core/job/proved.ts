import { COULD_NOT_TELL, NOT_DONE, speaksFor } from "@/core/book";
import { homeModule } from "@/core/codes";
import { doubtLeft, rungOf, type Doubt, type HowOften, type Proof, type Rung } from "@/core/proof";
import { cameBack, curePart, recordedProof, type JobFacts, type PartFitted, type TestRun } from "./job";

/** The test that spoke for the cause before the repair, and its run after it. */
export interface SameTest {
  readonly before: TestRun;
  readonly after: TestRun | null;
  /** Whether it speaks for the cause no more; null where it was not run again, or could not tell. */
  readonly passes: boolean | null;
}

const SAYS_NOTHING: ReadonlySet<string> = new Set([COULD_NOT_TELL, NOT_DONE]);

/** The same test before and after the cure; null where none spoke for it. Only a run is proof: nobody's word for it. */
export function sameTestOf(job: JobFacts): SameTest | null {
  const cure = curePart(job);
  if (!cure) return null;
  const speaksForIt = ({ effects }: TestRun) =>
    effects.some(({ effect, component }) => speaksFor(effect) && component === cure.component);
  const spoke = job.tests.filter(
    (test) => test.seq < cure.seq && test.procedure !== null && isAtPlace(test, cure) && speaksForIt(test),
  );
  const all = spoke.map((before): SameTest => {
    const after =
      job.tests.findLast(
        ({ seq, procedure, place = null, outcome }) =>
          seq > cure.seq &&
          procedure === before.procedure &&
          place === (before.place ?? null) &&
          !SAYS_NOTHING.has(outcome),
      ) ?? null;
    return { before, after, passes: after && !(speaksForIt(after) || after.outcome === before.outcome) };
  });
  // One that fails again outweighs one that passes; before either was run again, the quickest is asked for.
  const quickest = [...all].sort((a, b) => a.before.minutes - b.before.minutes)[0];
  return all.find(({ passes }) => passes === false) ?? all.find(({ passes }) => passes) ?? quickest ?? null;
}

/** Of a part that is there more than once a test at another place says little. */
const isAtPlace = (test: TestRun, cure: PartFitted) => !test.place || !cure.place || test.place === cure.place;

/** How it stands with the codes after the cure. */
export type CodesAfter =
  | { readonly kind: "none" }
  | { readonly kind: "not-cleared" }
  | { readonly kind: "back"; readonly codes: readonly string[]; readonly seq: number }
  | { readonly kind: "not-read"; readonly modules: readonly string[] }
  | { readonly kind: "clear" };

/**
 * Whether the codes stay clear: they were cleared after the cure, the modules that held them were read later, and none was there.
 * Where no part was fitted there is nothing that could have cleared them.
 */
export function codesAfterCure(job: JobFacts): CodesAfter {
  const since = curePart(job)?.seq ?? null;
  const { scans = [], clearings = [], codesBack = [] } = job;
  const held = scans.filter(({ code, seq }) => code !== null && (since === null || seq < since));
  if (!held.length || since === null) return job.codes.length ? { kind: "not-cleared" } : { kind: "none" };
  const cleared = clearings.filter((seq) => seq > since).at(-1);
  if (cleared === undefined) return { kind: "not-cleared" };
  const isHeld = (code: string | null) => held.some((each) => each.code === code);
  const back = [
    ...codesBack.filter(({ seq }) => seq >= cleared),
    ...scans.filter(({ seq, code }) => seq > cleared && code !== null && isHeld(code)),
  ];
  if (back.length)
    return {
      kind: "back",
      codes: [...new Set(back.flatMap(({ code }) => code ?? []))],
      seq: Math.max(...back.map(({ seq }) => seq)),
    };
  const read = new Set(
    scans.flatMap(({ seq, code, module }) => (seq > cleared && code === null ? (module ?? []) : [])),
  );
  const wanted = new Set(held.map(({ code, module }) => module ?? homeModule(code ?? "")));
  const unread = [...wanted].filter((module) => !read.has(module));
  return unread.length ? { kind: "not-read", modules: unread } : { kind: "clear" };
}

/** How sure to be that a fault which came now and then is gone. */
const BELIEF = 0.95;

/** What clean tries leave of the doubt; null where the fault was always there, or nobody counted. */
export function triesAfterCure(job: JobFacts): (Doubt & { readonly cleanTries: number }) | null {
  const often = howOften(job);
  if (!often) return null;
  const cleanTries = recordedProof(job).reduce(
    (sum, { step, result, cleanTries: own }) => sum + (step === "road-test" && result === "held" ? (own ?? 0) : 0),
    0,
  );
  return { ...doubtLeft(often, cleanTries, BELIEF), cleanTries };
}

/** How often the fault showed itself before the repair; null where it did so every time or nobody counted. */
export function howOften({ confirmation }: JobFacts): HowOften | null {
  const { times = null, tries = null } = confirmation ?? {};
  if (confirmation?.result !== "sometimes" || times === null || tries === null || times < 1 || times >= tries)
    return null;
  return { kind: "tried", shown: times, tries };
}

/** Where on the trail the cure was last contradicted: by the same test that fails again, or codes that are back; 0 where by neither. */
function contradictedAt(sameTest: SameTest | null, codes: CodesAfter): number {
  return Math.max(sameTest?.passes === false ? (sameTest.after?.seq ?? 0) : 0, codes.kind === "back" ? codes.seq : 0);
}

/**
 * All that proves the cure: what somebody recorded, and what follows from tests, clearings and scans. A drive does not count yet where a fault
 * that came now and then needs more clean tries; and what held before the vehicle said otherwise proves nothing.
 */
export function proofOfCure(job: JobFacts): readonly Proof[] {
  const needed = triesAfterCure(job);
  const isEnough = needed === null || (needed.triesNeeded !== null && needed.cleanTries >= needed.triesNeeded);
  const sameTest = sameTestOf(job);
  const codes = codesAfterCure(job);
  const contradicted = contradictedAt(sameTest, codes);
  const recorded = recordedProof(job).filter(
    ({ seq, step, result }) => result !== "held" || (seq > contradicted && (step !== "road-test" || isEnough)),
  );
  return [
    ...recorded,
    ...(sameTest?.passes ? [{ step: "same-test", result: "held" } as const] : []),
    ...(codes.kind === "clear" ? [{ step: "codes-stay-clear", result: "held" } as const] : []),
  ];
}

/** How far the finding is proved: not at all where the fault came back. */
export function rungOfJob(job: JobFacts): Rung {
  return cameBack(job) ? 0 : rungOf(proofOfCure(job));
}
