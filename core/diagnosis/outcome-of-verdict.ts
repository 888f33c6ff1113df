import type { Judgement } from "@/core/measure";
import type { Outcome } from "./book";

/**
 * Which of a procedure's outcomes a verdict speaks for, by the outcomes' keys: `in-spec` for a pass; for a failure its side
 * (`low`, `high`, `open`), else `out-of-spec`. Null where the verdict decides nothing, or the procedure names no such outcome.
 */
export function outcomeOfVerdict(outcomes: readonly Outcome[], { verdict, side }: Judgement): string | null {
  const named = (key: string | null) => outcomes.find((outcome) => outcome.key === key)?.key ?? null;
  if (verdict === "pass") return named("in-spec");
  if (verdict === "fail") return named(side) ?? named("out-of-spec");
  return null;
}
