import type { Judgement } from "@/core/measure";
import type { Outcome } from "@/core/book";

/** The first of these keys that a procedure has an outcome for. */
export const named = (outcomes: readonly Outcome[], ...keys: readonly string[]) =>
  keys.find((key) => outcomes.some((outcome) => outcome.key === key)) ?? null;

/**
 * Which of a procedure's outcomes a verdict speaks for, by the outcomes' keys: `in-spec` for a pass; for a failure its side
 * (`low`, `high`, `open`), else `out-of-spec`. Null where the verdict decides nothing, or the procedure names no such outcome.
 */
export function outcomeOfVerdict(outcomes: readonly Outcome[], { verdict, side }: Judgement): string | null {
  if (verdict === "pass") return named(outcomes, "in-spec");
  if (verdict === "fail") return named(outcomes, ...(side ? [side] : []), "out-of-spec");
  return null;
}
