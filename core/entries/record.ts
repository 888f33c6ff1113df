import type { CodeReturn, FaultCode } from "@/core/codes";
import type { Symptom, PriorWork } from "@/core/case";
import type { Cause } from "@/core/book";
import type {
  Confirmation,
  Estimate,
  Finding,
  ModuleState,
  PartFitted,
  RepairChoice,
  TestRun,
  Waiting,
  Watch,
} from "@/core/job";
import type { ProofResult, ProofStep } from "@/core/proof";

/** A fact, the entry that it comes from, and where that stands: a correction stands where the entry stood that it corrects. */
export type Fact<Of> = Of & { readonly seq: number; readonly position: number };

/** What the entries of a trail that hold add up to, fact by fact, in the words of the time when they were written. */
export interface JobRecord {
  readonly odometerKm: number | null;
  /** The id of whoever has the job; null nobody; undefined where no entry says. */
  readonly holder: string | null | undefined;
  readonly closed: { readonly at: Date; readonly by: string } | null;
  readonly finding: Fact<Finding> | null;
  readonly symptoms: readonly Fact<Symptom>[];
  readonly codes: readonly Fact<FaultCode>[];
  readonly modules: readonly Fact<{ readonly module: string; readonly state: ModuleState }>[];
  readonly returns: readonly Fact<{
    readonly code: string;
    readonly module: string | null;
    readonly returned: CodeReturn;
  }>[];
  readonly confirmations: readonly Fact<Confirmation>[];
  readonly watches: readonly Fact<Watch>[];
  readonly priorWork: readonly Fact<Omit<PriorWork, "system">>[];
  readonly bypasses: readonly Fact<{ readonly what: string; readonly removedSeq: number | null }>[];
  readonly tests: readonly Fact<TestFact>[];
  readonly parts: readonly Fact<PartFact>[];
  readonly proof: readonly Fact<{
    readonly step: ProofStep;
    readonly result: ProofResult;
    readonly cleanTries: number | null;
  }>[];
  readonly clearings: readonly Fact<object>[];
  readonly secondLooks: readonly Fact<object>[];
  /** null once it is over. */
  readonly waiting: Fact<Omit<Waiting, "seq">> | null;
  /** The day on which somebody asks after a closed job, YYYY-MM-DD; null where none is booked. */
  readonly askOn: Fact<{ readonly day: string }> | null;
  readonly suspects: readonly Fact<Cause>[];
  readonly estimates: readonly Fact<Omit<Estimate, "seq">>[];
  /** The last one for each cause. */
  readonly choices: readonly Fact<Omit<RepairChoice, "seq">>[];
}

/** A test as it counts. `access` is undefined in entries written before it was noted with them: as the procedure says. */
export type TestFact = Omit<TestRun, "seq" | "access" | "place" | "afterRepairs"> & {
  readonly access: string | null | undefined;
  readonly version: number | null;
  readonly place: string | null;
};

/** `resultSeq` is where the entry stands that told the result. */
export type PartFact = Omit<PartFitted, "seq" | "place" | "system"> & { readonly place: string | null };

export const EMPTY_RECORD: JobRecord = {
  odometerKm: null,
  holder: undefined,
  closed: null,
  finding: null,
  symptoms: [],
  codes: [],
  modules: [],
  returns: [],
  confirmations: [],
  watches: [],
  priorWork: [],
  bypasses: [],
  tests: [],
  parts: [],
  proof: [],
  clearings: [],
  secondLooks: [],
  waiting: null,
  askOn: null,
  suspects: [],
  estimates: [],
  choices: [],
};
