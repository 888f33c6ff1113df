import type {
  Change,
  Instrument,
  JudgeContext,
  Judgement,
  LikeReading,
  Quantity,
  Reading,
  Spec,
  Verdict,
} from "@/core/measure";
import type { KeptTrace } from "@/core/trace";

/** Parts that were swapped with each other, and where the fault shows since. */
export interface SwapFound {
  /** Where the fault was: "cylinder 2". */
  readonly first: string;
  /** Where the part went: "cylinder 3". */
  readonly second: string;
  readonly shows: "first" | "second" | "both" | "nowhere";
}

/** A part that was fed directly, past its control and wiring. null: not tried. */
export interface FeedFound {
  readonly runs: boolean | null;
  readonly commanded: boolean | null;
}

/** What was read and seen in one test, whatever its kind. */
export interface TestReadings {
  readonly readings: readonly LikeReading[];
  readonly context: JudgeContext | null;
  readonly instrument: Instrument | null;
  /** The tester on a known source before and after: of a high-voltage test. */
  readonly proofs: { readonly before: Quantity | null; readonly after: Quantity | null } | null;
  /** Preconditions that were held. */
  readonly ticked?: readonly string[];
  readonly swap?: SwapFound | null;
  readonly feed?: FeedFound | null;
  readonly trace?: KeptTrace | null;
}

/** What was seen in a recording. */
export type TraceSeen =
  | { readonly kind: "opened"; readonly at: Quantity; readonly afterS: number; readonly followed: boolean }
  | { readonly kind: "opened-between"; readonly from: Quantity; readonly to: Quantity; readonly isRight: boolean }
  | { readonly kind: "never-opened"; readonly highest: Quantity }
  | { readonly kind: "too-few-temperatures" }
  | { readonly kind: "not-yet-open"; readonly highest: Quantity; readonly point: Quantity | null }
  | { readonly kind: "rate"; readonly loses: boolean; readonly rate: Quantity; readonly minutes: number }
  | { readonly kind: "too-few-points" }
  | { readonly kind: "span"; readonly min: Quantity; readonly max: Quantity }
  | { readonly kind: "no-point" };

/** What a verdict says, with what its sentence needs (`core/words`). */
export type VerdictSaid =
  | { readonly kind: "judged"; readonly judgement: Judgement; readonly spec: Spec }
  | {
      readonly kind: "trace";
      readonly seen: TraceSeen;
      readonly judgement: Judgement | null;
      readonly spec: Spec | null;
    }
  | { readonly kind: "too-few-like" }
  | { readonly kind: "alike"; readonly median: Quantity | null }
  | { readonly kind: "apart"; readonly odd: readonly LikeReading[]; readonly median: Quantity | null }
  | { readonly kind: "swap"; readonly swap: SwapFound }
  | { readonly kind: "feed"; readonly runs: boolean; readonly commanded: boolean | null }
  | { readonly kind: "too-near"; readonly labels: readonly [string, string] }
  | {
      readonly kind: "loudest";
      readonly label: string;
      readonly level: Quantity;
      readonly lead: Quantity;
      readonly next: string;
    }
  | { readonly kind: "good-one-open" }
  | { readonly kind: "open-beside"; readonly good: Quantity }
  /** `share`: how much more than the good one, 0.1 for a tenth; null where there is no telling. */
  | { readonly kind: "beside"; readonly good: Quantity; readonly suspect: Quantity; readonly share: number | null }
  /** `change`: null without a spec, and then `share` says how much more it reads. */
  | {
      readonly kind: "before-after";
      readonly change: Change | null;
      readonly before: Reading;
      readonly after: Reading;
      readonly share: number | null;
    }
  | { readonly kind: "live"; readonly measured: Quantity }
  | { readonly kind: "not-dead"; readonly measured: Quantity; readonly limit: Quantity }
  | { readonly kind: "dead"; readonly limit: Quantity | null };

export type TestVerdict =
  | {
      readonly ok: true;
      readonly verdict: Verdict | null;
      readonly said: VerdictSaid | null;
      readonly outcome: string | null;
    }
  | { readonly ok: false; readonly path: string; readonly message: string };

/** Nothing was read yet, or there is nothing to judge it by. */
export const NO_VERDICT = { ok: true, verdict: null, said: null, outcome: null } as const satisfies TestVerdict;
