import type { CodeReturn, FaultCode } from "@/core/codes";
import type { Effect, Money } from "@/core/diagnosis/book";
import type { Cause } from "@/core/diagnosis/cause";
import type { PriorWork } from "@/core/diagnosis/work";
import type { Symptom } from "@/core/diagnosis/case-file";
import type { Confirmation, Finding, PartResult, PartSource, Watch } from "@/core/job";
import type { Quantity, Reading, Verdict } from "@/core/measure";
import type { Comparison, FeedFound, SwapFound } from "@/core/diagnosis/verdict";
import type { KeptTrace } from "@/core/trace";
import type { FreezeFrame, Readiness } from "@/core/scan";
import type { ProofResult, ProofStep } from "@/core/proof";

/**
 * What an entry of the trail says, by its kind. Written once and never changed; a correction is a new entry. So what a later
 * version adds to a kind is optional for ever: older entries do not have it.
 */
export type EntryBody =
  | {
      readonly kind: "opened";
      readonly complaint: string;
      readonly odometerKm: number | null;
      /** Why the odometer reads less than before, where it does. */
      readonly odometerReason?: string | null;
    }
  | { readonly kind: "symptoms"; readonly symptoms: readonly Symptom[] }
  | ScanBody
  | { readonly kind: "cleared"; readonly returns: readonly ReturnedCode[] }
  | ({ readonly kind: "confirmed"; readonly note: string } & Confirmation)
  | ({ readonly kind: "watch" } & Watch)
  | ({ readonly kind: "prior-work"; readonly note: string } & Omit<PriorWork, "system">)
  | { readonly kind: "odometer"; readonly odometerKm: number; readonly reason: string }
  | TestBody
  | PartBody
  | { readonly kind: "part-result"; readonly partSeq: number; readonly component: string; readonly result: PartResult }
  | { readonly kind: "proof"; readonly step: ProofStep; readonly result: ProofResult; readonly note: string }
  | { readonly kind: "suspect"; readonly cause: Cause; readonly why: string }
  | ({
      readonly kind: "finding";
      readonly why: string;
      /** What the desk tells the customer, where there was no fault. */
      readonly tellCustomer?: string | null;
    } & Finding)
  | { readonly kind: "handed"; readonly to: string; readonly note: string }
  | { readonly kind: "bypass"; readonly what: string }
  | { readonly kind: "bypass-removed"; readonly bypassSeq: number; readonly what: string }
  | { readonly kind: "note"; readonly text: string }
  | { readonly kind: "withdrawn"; readonly reason: string }
  | { readonly kind: "closed"; readonly rung: number; readonly reason: string }
  | { readonly kind: "reopened"; readonly reason: string };

export interface ScanBody {
  readonly kind: "scan";
  readonly codes: readonly FaultCode[];
  readonly modulesRead: readonly string[];
  /** Asked, and did not answer. */
  readonly modulesSilent?: readonly string[];
  /** Known to be there, and not to be read with this tool. */
  readonly modulesUnreadable?: readonly string[];
  /** As the vehicle itself said it, null where it did not. */
  readonly vin?: string | null;
  readonly readiness?: Readiness | null;
  readonly freezeFrame?: FreezeFrame | null;
}

/** What became of a code after clearing. */
export interface ReturnedCode {
  readonly code: string;
  readonly module: string | null;
  readonly returned: CodeReturn;
}

export interface TestReading {
  readonly label: string;
  readonly reading: Reading;
}

export interface TestBody {
  readonly kind: "test";
  /** null for a check that follows no procedure. */
  readonly procedure: string | null;
  readonly title: string;
  readonly outcome: string;
  readonly outcomeLabel: string;
  readonly readings: readonly TestReading[];
  /** The spec's judgement, null where the procedure has none or nothing was measured. */
  readonly verdict: Verdict | null;
  readonly verdictText: string | null;
  readonly effects: readonly Effect[];
  readonly note: string;
  /** Where on the vehicle, where the part is there more than once. */
  readonly place?: string | null;
  /** Which version of the procedure was used. */
  readonly version?: number | null;
  /** Preconditions that were ticked. */
  readonly preconditions?: readonly string[];
  /** Whose part was measured, where not the vehicle maker's. */
  readonly partMaker?: string | null;
  /** With what it was read, and what is to be known of that. */
  readonly instrument?: string | null;
  /** The tester on a known source before and after. */
  readonly proofs?: { readonly before: Quantity | null; readonly after: Quantity | null } | null;
  /** How it was compared, where there were no values to judge by. */
  readonly comparedBy?: Comparison | null;
  readonly swap?: SwapFound | null;
  readonly feed?: FeedFound | null;
  /** A recording, thinned out to be drawn. */
  readonly trace?: KeptTrace | null;
  /** Why the verdict was not followed. */
  readonly overruled?: string | null;
}

export interface PartBody {
  readonly kind: "part";
  readonly component: string;
  readonly failure: string | null;
  readonly place?: string | null;
  readonly partNumber: string | null;
  readonly source: PartSource;
  readonly cost: Money;
  readonly result: PartResult | null;
}

export type EntryKind = EntryBody["kind"];

/** An entry of a job's trail. `seq` counts from 1 within the job. */
export interface TrailEntry {
  readonly seq: number;
  readonly at: Date;
  readonly by: string;
  readonly minutes: number;
  readonly body: EntryBody;
  /** The entry that this one stands beside as its correction. */
  readonly corrects: number | null;
  /** The entry that corrects this one. */
  readonly correctedBy: number | null;
}
