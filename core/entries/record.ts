import type { CodeReturn, FaultCode } from "@/core/codes";
import type { Effect, Money } from "@/core/diagnosis/book";
import type { Symptom } from "@/core/diagnosis/case-file";
import type { Cause } from "@/core/diagnosis/cause";
import type { PriorWork } from "@/core/diagnosis/work";
import type { Confirmation, Finding, ModuleState, PartResult, PartSource, Watch } from "@/core/job";
import type { ProofResult, ProofStep } from "@/core/proof";

/** A fact, and the entry that it comes from. */
export type Fact<Of> = Of & { readonly seq: number };

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
  readonly proof: readonly Fact<{ readonly step: ProofStep; readonly result: ProofResult }>[];
  readonly suspects: readonly Fact<Cause>[];
}

export interface TestFact {
  readonly position: number;
  readonly procedure: string | null;
  readonly title: string;
  readonly outcome: string;
  readonly minutes: number;
  /** The access group it opened; undefined in entries written before that was noted: as the procedure says. */
  readonly access: string | null | undefined;
  readonly effects: readonly Effect[];
  readonly version: number | null;
  readonly place: string | null;
}

export interface PartFact {
  readonly position: number;
  readonly component: string;
  readonly failure: string | null;
  readonly place: string | null;
  readonly partNumber: string | null;
  readonly source: PartSource;
  readonly minutes: number;
  readonly cost: Money;
  readonly result: PartResult | null;
  readonly resultSeq: number | null;
}

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
  suspects: [],
};
