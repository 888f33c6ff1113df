import { formatQuantity, formatReading, oddOneOut, type LikeReading } from "@/core/measure";
import type { Outcome } from "@/core/book";
import { named } from "./outcome-of-verdict";
import { NO_VERDICT, type TestVerdict } from "./test-verdict";

/** Like things are judged by each other: no spec is needed, and none is asked. */
export function severalVerdict(outcomes: readonly Outcome[], readings: readonly LikeReading[]): TestVerdict {
  if (!readings.length) return NO_VERDICT;
  const result = oddOneOut(readings);
  if (!result.ok && result.why === "too-few")
    return {
      ok: true,
      verdict: "cannot-judge",
      text: "Of fewer than three nobody can say which is odd",
      outcome: null,
    };
  if (!result.ok)
    return {
      ok: false,
      path: `readings[${result.at ?? 0}].reading.unit`,
      message: "cannot be compared with the others",
    };
  const { odd, median, unit } = result.comparison;
  const rest = median === null ? "" : `, the others near ${formatQuantity({ value: median, unit })}`;
  if (!odd.length)
    return {
      ok: true,
      verdict: "pass",
      text: `All are alike${rest.replace("the others ", "")}`,
      outcome: named(outcomes, "in-spec", "alike"),
    };
  const those = odd.map(
    (at) => `${readings[at]?.label || `number ${at + 1}`} (${formatReading(readings[at]?.reading ?? { open: true })})`,
  );
  const open = odd.every((at) => "open" in (readings[at]?.reading ?? {}));
  const text = `${those.join(" and ")} ${odd.length === 1 ? "stands" : "stand"} apart${rest}`;
  const outcome = named(outcomes, ...(open ? ["open"] : []), "odd", "out-of-spec", "open");
  return { ok: true, verdict: "fail", text: text.charAt(0).toUpperCase() + text.slice(1), outcome };
}
