import type { Instrument, JudgeContext, LikeReading, Quantity, Verdict } from "@/core/measure";
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

export type TestVerdict =
  | {
      readonly ok: true;
      readonly verdict: Verdict | null;
      readonly text: string | null;
      readonly outcome: string | null;
    }
  | { readonly ok: false; readonly path: string; readonly message: string };

/** Nothing was read yet, or there is nothing to judge it by. */
export const NO_VERDICT = { ok: true, verdict: null, text: null, outcome: null } as const satisfies TestVerdict;
