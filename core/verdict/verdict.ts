import { exhaustive } from "@/core/exhaustive";
import type { Spec } from "@/core/measure";
import { COULD_NOT_TELL, NOT_DONE, type Procedure, type ProcedureKind } from "@/core/book";
import { highVoltageVerdict } from "./high-voltage";
import { loudestVerdict } from "./loudest";
import { besideGoodVerdict, beforeAfterVerdict } from "./pairs";
import { severalVerdict } from "./several";
import { directFeedVerdict, swapVerdict } from "./splits";
import type { TestReadings, TestVerdict } from "./test-verdict";
import { traceVerdict } from "./trace";
import { valueVerdict } from "./value";

/** Outcomes that a verdict speaks for; any other is something that was seen beside it. */
const SPOKEN_FOR = new Set([
  "in-spec",
  "out-of-spec",
  "low",
  "high",
  "open",
  "odd",
  "alike",
  "dead",
  "live",
  "differs",
  "cured",
  "still-bad",
  "still-good",
  "spoilt",
  "moved",
  "stayed",
  "gone",
  "part",
  "wiring",
  "control",
  "not-followed",
]);

/** Whether an outcome was chosen that the verdict contradicts. */
function contradicts(judged: TestVerdict | null, outcome: string | null): boolean {
  return (
    judged?.ok === true &&
    judged.outcome !== null &&
    outcome !== null &&
    judged.outcome !== outcome &&
    SPOKEN_FOR.has(outcome)
  );
}

/**
 * Whether an outcome was chosen that the verdict does not bear out: another one than it speaks for, or any at all where it says that this cannot be
 * judged. That takes a reason; without one it is no evidence.
 */
export function needsReason(judged: TestVerdict | null, outcome: string | null): boolean {
  if (contradicts(judged, outcome)) return true;
  const open = outcome === null || outcome === COULD_NOT_TELL || outcome === NOT_DONE;
  return judged?.ok === true && judged.verdict === "cannot-judge" && !open;
}

/** How a test compares where there are no values to judge by. */
export const COMPARISONS = ["several", "beside-good", "before-after"] as const;
export type Comparison = (typeof COMPARISONS)[number];

/** The kind by which a test is judged: a value without a spec may be compared instead. */
export function kindOfTest(
  { kind }: Pick<Procedure, "kind">,
  spec: Spec | null,
  comparedBy: Comparison | null,
): ProcedureKind {
  return kind === "value" && !spec && comparedBy ? comparedBy : kind;
}

/**
 * The verdict of a test by its kind, and which of its outcomes that speaks for.
 * @param spec for this vehicle and part; null where there is none
 */
export function verdictOfTest(
  {
    kind,
    outcomes,
    look,
    preconditions,
  }: Pick<Procedure, "kind" | "outcomes"> & Partial<Pick<Procedure, "look" | "preconditions">>,
  spec: Spec | null,
  test: TestReadings,
): TestVerdict {
  switch (kind) {
    case "several":
      return severalVerdict(outcomes, test.readings);
    case "high-voltage":
      return highVoltageVerdict({ outcomes, preconditions: preconditions ?? [] }, spec, test);
    case "beside-good":
      return besideGoodVerdict(outcomes, test.readings);
    case "before-after":
      return beforeAfterVerdict(outcomes, spec, test);
    case "loudest":
      return loudestVerdict(outcomes, test.readings);
    case "swap":
      return swapVerdict(outcomes, test.swap ?? null);
    case "direct-feed":
      return directFeedVerdict(outcomes, test.feed ?? null);
    case "trace":
      return traceVerdict(outcomes, { look: look ?? "limits", spec }, test.trace ?? null);
    case "value":
      return valueVerdict(outcomes, spec, test);
    default:
      return exhaustive(kind, "verdictOfTest");
  }
}
