import type { SeenCode } from "@/core/codes";
import type { CaseFile, Symptom, TestDone, PriorWork } from "@/core/case";
import type { Money, Cause } from "@/core/book";
import { rungOf, type Proof, type Rung } from "@/core/proof";
import type { Vehicle } from "@/core/vehicle";
import type { Confirmation, ModuleCoverage, Watch } from "./confirmation";

export const PART_RESULTS = ["fixed", "partly", "no-change"] as const;
export type PartResult = (typeof PART_RESULTS)[number];

export const PART_SOURCES = ["new-maker", "new-other", "used", "rebuilt", "repaired"] as const;
export type PartSource = (typeof PART_SOURCES)[number];

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
}

export interface TestRun extends TestDone {
  readonly seq: number;
  readonly minutes: number;
  /** The access group it opened, if any. */
  readonly access: string | null;
}

export interface ProofDone extends Proof {
  readonly seq: number;
}

export const FINDINGS = ["root-cause", "no-fault-found", "unresolved"] as const;
export type FindingResult = (typeof FINDINGS)[number];

/** A cause that was found, and where on the vehicle, where its part is there more than once. */
export interface FoundCause extends Cause {
  readonly place?: string | null;
}

export interface Finding {
  readonly result: FindingResult;
  readonly causes: readonly FoundCause[];
}

/** A job as its facts stand now: what the trail's entries add up to. */
export interface JobFacts {
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  readonly symptoms: readonly Symptom[];
  readonly codes: readonly SeenCode[];
  /** Modules that were read. */
  readonly modulesScanned: readonly string[];
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
  readonly finding: Finding | null;
  /** Suspects that a technician named. */
  readonly named?: readonly Cause[];
  readonly closed: boolean;
  /** The vehicle came back with the same complaint, as another job. */
  readonly returned?: boolean;
}

/** The question that a job's facts put to the engine. */
export function caseOf(job: JobFacts): CaseFile {
  const access = job.tests.flatMap((test) => (test.access ? [test.access] : []));
  const tried = partsAsTheyStand(job).filter(({ result }) => result !== null);
  const repairsTried = tried.flatMap(({ component, failure, result, place = null }) =>
    result ? [{ component, failure, result, place }] : [],
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
    tests,
    priorWork,
    symptomSystems,
    repairsTried,
    named,
    access: [...new Set(access)],
  };
}

/** The parts with what is believed of them now: one that was said to have cured it did not, where the fault came back since. */
export function partsAsTheyStand(job: JobFacts): readonly PartFitted[] {
  const comebacks = job.proof.filter(({ result }) => result === "came-back");
  return job.parts.map((part) => {
    const { result, resultSeq } = part;
    const since = job.returned || comebacks.some(({ seq }) => seq > (resultSeq ?? 0));
    return result === "fixed" && since ? { ...part, result: "no-change" } : part;
  });
}

/** The part whose fitting cured the job as far as is known, if any. */
export function curePart(job: JobFacts): PartFitted | null {
  return (
    partsAsTheyStand(job)
      .filter(({ result }) => result === "fixed")
      .at(-1) ?? null
  );
}

/** Proof that speaks of the last cure: what was proved before it spoke of another repair. */
export function proofOfCure(job: JobFacts): readonly ProofDone[] {
  const since = curePart(job)?.resultSeq ?? 0;
  return job.proof.filter(({ seq }) => seq >= since);
}

/** Whether the fault came back and nothing has cured it since. */
export function cameBack(job: JobFacts): boolean {
  return job.returned === true || proofOfCure(job).some(({ result }) => result === "came-back");
}

/** How far the finding is proved: not at all where the fault came back. */
export function rungOfJob(job: JobFacts): Rung {
  return cameBack(job) ? 0 : rungOf(proofOfCure(job));
}

/** Minutes that went into what turned out to be in vain. */
export function deadEndMinutes(job: JobFacts): number {
  return partsAsTheyStand(job).reduce((sum, { result, minutes }) => (result === "no-change" ? sum + minutes : sum), 0);
}
