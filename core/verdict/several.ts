import { oddOneOut, type LikeReading } from "@/core/measure";
import { item } from "@/core/place";
import type { Outcome } from "@/core/book";
import { named } from "./outcome-of-verdict";
import { NO_VERDICT, type TestVerdict } from "./test-verdict";

/** Like things are judged by each other: no spec is needed, and none is asked. */
export function severalVerdict(outcomes: readonly Outcome[], readings: readonly LikeReading[]): TestVerdict {
  if (!readings.length) return NO_VERDICT;
  const result = oddOneOut(readings);
  if (!result.ok && result.why === "too-few")
    return { ok: true, verdict: "cannot-judge", said: { kind: "too-few-like" }, outcome: null };
  if (!result.ok)
    return {
      ok: false,
      path: `readings[${result.at ?? 0}].reading.unit`,
      message: "cannot be compared with the others",
    };
  const { odd, median: middle, unit } = result.comparison;
  const median = middle === null ? null : { value: middle, unit };
  if (!odd.length) {
    const said = { kind: "alike" as const, median };
    return { ok: true, verdict: "pass", said, outcome: named(outcomes, "in-spec", "alike") };
  }
  const apart = odd.map((at) => {
    const { label, reading } = item(readings, at);
    return { label: label || `number ${at + 1}`, reading };
  });
  const open = apart.every(({ reading }) => "open" in reading);
  const outcome = named(outcomes, ...(open ? ["open"] : []), "odd", "out-of-spec", "open");
  return { ok: true, verdict: "fail", said: { kind: "apart", odd: apart, median }, outcome };
}
