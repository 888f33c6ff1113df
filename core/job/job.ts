import type { SeenCode } from "@/core/codes";
import type { CaseFile, Symptom, TestDone, PriorWork } from "@/core/case";
import type { Money, Cause } from "@/core/book";
import type { Proof } from "@/core/proof";
import type { OptionKind, PartSource, RepairWork } from "@/core/repair";
import type { Vehicle } from "@/core/vehicle";
import type { Comeback } from "./comeback";
import type { Confirmation, ModuleCoverage, Watch } from "./confirmation";

export const PART_RESULTS = ["fixed", "partly", "no-change"] as const;
export type PartResult = (typeof PART_RESULTS)[number];

/**
 * A part fitted; `result` is null until it was tried. `seq` is its place on the trail, `resultSeq` the place at which the result was told: a
 * correction stands where the entry stood that it corrects.
 */
export interface PartFitted {
  readonly seq: number;
  readonly component: string;
  readonly failure: string | null;
  /** Where on the vehicle, where the part is there more than once. */
  readonly place?: string | null;
  readonly partNumber: string | null;
  readonly source: PartSource;
  readonly minutes: number;
  readonly cost: Money;
  readonly result: PartResult | null;
  readonly resultSeq: number | null;
  /** The system of its component. */
  readonly system?: string | null;
  /** It brings the vehicle home, and is no repair: a bridged relay, a plugged line. */
  readonly getHome?: boolean;
  /** How it was done, and what goes with it; null where nobody noted more. */
  readonly work?: RepairWork | null;
}

/** What somebody asks for a repair before it is done. */
export interface Estimate {
  readonly seq: number;
  readonly from: "ours" | "elsewhere";
  readonly what: string;
  /** What it would repair; null where it names no cause that the book knows. */
  readonly cause: Cause | null;
  readonly amount: Money;
}

/** The way that was chosen for a cause, and those that were refused. */
export interface RepairChoice {
  readonly seq: number;
  readonly cause: Cause;
  readonly option: OptionKind;
  readonly title: string;
  readonly reason: string;
  readonly refused: readonly { readonly title: string; readonly why: string }[];
}

export interface TestRun extends TestDone {
  readonly seq: number;
  readonly minutes: number;
  /** The access group it opened, if any. */
  readonly access: string | null;
}

export interface ProofDone extends Proof {
  readonly seq: number;
  /** Of a road test: tries in which nothing showed itself, where somebody counted. */
  readonly cleanTries?: number | null;
}

/** Codes were cleared; what was read; and a code that was seen, each at its place on the trail. */
export interface ScanEvent {
  readonly seq: number;
  readonly module: string | null;
  /** A code that was found, or null: the module was read. */
  readonly code: string | null;
}

export const FINDINGS = ["root-cause", "no-fault-found", "unresolved"] as const;
export type FindingResult = (typeof FINDINGS)[number];

/** What is known of what made a part fail: found, looked for in vain, or not looked for. */
export const REASON_STATES = ["found", "not-found", "not-looked"] as const;
export type ReasonState = (typeof REASON_STATES)[number];

export interface Reason {
  readonly state: ReasonState;
  readonly text: string;
}

/** A cause that was found, and where on the vehicle, where its part is there more than once. */
export interface FoundCause extends Cause {
  readonly place?: string | null;
  /** What made it fail; null where nobody said. */
  readonly reason?: Reason | null;
}

/** What becomes of a complaint, or of a code, that the cause does not explain. */
export const LEFT_STATES = ["open", "deferred", "refused"] as const;
export type LeftState = (typeof LEFT_STATES)[number];

/** A symptom or a code that the causes do not account for. */
export interface LeftOver {
  readonly kind: "symptom" | "code";
  /** The vocabulary's key, or the code itself. */
  readonly key: string;
  readonly state: LeftState;
}

export interface Finding {
  readonly result: FindingResult;
  readonly causes: readonly FoundCause[];
  readonly left?: readonly LeftOver[];
}

/** What a job lacks that ends without being solved. */
export const MISSING = ["tool", "part", "right", "information", "colleague"] as const;
export type Missing = (typeof MISSING)[number];

/** What a job waits for. */
export const WAITING_FOR = ["part", "person", "customer"] as const;

export interface Waiting {
  readonly seq: number;
  readonly for: (typeof WAITING_FOR)[number];
  readonly what: string;
  /** The day on which it is expected, YYYY-MM-DD; null where nobody knows. */
  readonly due: string | null;
  /** When it began, ISO 8601. */
  readonly since: string;
}

/** A job as its facts stand now: what the trail's entries add up to. */
export interface JobFacts {
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  readonly symptoms: readonly Symptom[];
  readonly codes: readonly SeenCode[];
  /** Modules that were read. */
  readonly modulesScanned: readonly string[];
  /** When which module did not answer. */
  readonly silences?: readonly ScanEvent[];
  /** Every module that was asked, and how it answered. */
  readonly coverage: readonly ModuleCoverage[];
  /** What was done to the vehicle before it came in. */
  readonly priorWork: readonly PriorWork[];
  /** The systems that the symptoms belong to. */
  readonly symptomSystems: readonly string[];
  /** The last word on whether the complaint shows itself; null where nobody tried. */
  readonly confirmation: Confirmation | null;
  /** The plan for catching it, if there is one. */
  readonly watch: Watch | null;
  readonly tests: readonly TestRun[];
  readonly parts: readonly PartFitted[];
  /** What was bridged for diagnosis, and whether it is out again. */
  readonly bypasses?: readonly { readonly seq: number; readonly what: string; readonly removed: boolean }[];
  readonly proof: readonly ProofDone[];
  /** Where on the trail codes were cleared, and what was read and found there. */
  readonly clearings?: readonly number[];
  readonly scans?: readonly ScanEvent[];
  /** Codes that came back after a clearing. */
  readonly codesBack?: readonly ScanEvent[];
  /** Where on the trail a second person looked at the work. */
  readonly secondLooks?: readonly number[];
  readonly waiting?: Waiting | null;
  readonly estimates?: readonly Estimate[];
  readonly choices?: readonly RepairChoice[];
  readonly finding: Finding | null;
  /** Suspects that a technician named. */
  readonly named?: readonly Cause[];
  readonly closed: boolean;
  /** The vehicle came back with the same complaint, as another job. */
  readonly returned?: boolean;
  /** Why it came back; null where nobody said. */
  readonly returnedWhy?: Comeback | null;
}

/** The question that a job's facts put to the engine. */
export function caseOf(job: JobFacts): CaseFile {
  const access = job.tests.flatMap((test) => (test.access ? [test.access] : []));
  const tried = partsAsTheyStand(job).filter(({ result }) => result !== null);
  const repairsTried = tried.flatMap(({ component, failure, result, place = null, getHome = false }) =>
    result ? [{ component, failure, result, place, getHome }] : [],
  );
  const { vehicle, odometerKm, symptoms, codes, modulesScanned, priorWork, symptomSystems, named = [] } = job;
  // A test speaks of the vehicle as it was: after so many of the repairs.
  const tests = job.tests.map((test) => ({
    ...test,
    afterRepairs: tried.filter(({ seq }) => seq < test.seq).length,
  }));
  return {
    vehicle,
    odometerKm,
    symptoms,
    codes,
    modulesScanned,
    modulesSilent: modulesSilentIn(job),
    tests,
    priorWork,
    symptomSystems,
    repairsTried,
    named,
    access: [...new Set(access)],
  };
}

/** Modules that did not answer, and not only by a slip: one that answered a later scan, with no repair in between, was there all along. */
export function modulesSilentIn({ silences = [], scans = [], parts }: JobFacts): readonly string[] {
  const real = silences.filter(({ seq, module }) => {
    const answered = scans.find((scan) => scan.module === module && scan.code === null && scan.seq > seq);
    return !answered || parts.some((part) => part.seq > seq && part.seq < answered.seq);
  });
  return [...new Set(real.flatMap(({ module }) => module ?? []))];
}

/**
 * The parts with what is believed of them now: one that was said to have cured it did not, where the fault came back since. What only brought
 * the vehicle home was not to last, and says what it said.
 */
export function partsAsTheyStand(job: JobFacts): readonly PartFitted[] {
  const comebacks = job.proof.filter(({ result }) => result === "came-back");
  return job.parts.map((part) => {
    const { result, resultSeq } = part;
    const since = job.returned || comebacks.some(({ seq }) => seq > (resultSeq ?? 0));
    return result === "fixed" && since && !part.getHome ? { ...part, result: "no-change" } : part;
  });
}

/** The part whose fitting cured the job as far as is known, if any. */
export function curePart(job: JobFacts): PartFitted | null {
  return (
    partsAsTheyStand(job)
      .filter(({ result, getHome }) => result === "fixed" && !getHome)
      .at(-1) ?? null
  );
}

/** Proof that somebody recorded of the last cure: what was proved before it spoke of another repair. */
export function recordedProof(job: JobFacts): readonly ProofDone[] {
  const since = curePart(job)?.resultSeq ?? 0;
  return job.proof.filter(({ seq }) => seq >= since);
}

/** Whether the fault came back and nothing has cured it since. */
export function cameBack(job: JobFacts): boolean {
  return job.returned === true || recordedProof(job).some(({ result }) => result === "came-back");
}

/** Minutes that went into what turned out to be in vain. */
export function deadEndMinutes(job: JobFacts): number {
  return partsAsTheyStand(job).reduce((sum, { result, minutes }) => (result === "no-change" ? sum + minutes : sum), 0);
}
