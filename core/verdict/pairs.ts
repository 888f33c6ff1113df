import {
  beforeAndAfter,
  besideGood,
  differenceOf,
  formatQuantity,
  formatReading,
  type Change,
  type LikeReading,
  type Quantity,
  type Spec,
} from "@/core/measure";
import type { Outcome } from "@/core/book";
import { named } from "./outcome-of-verdict";
import { NO_VERDICT, type TestReadings, type TestVerdict } from "./test-verdict";
import { uncertaintyOf } from "./value";

const differs = (outcomes: readonly Outcome[], text: string): TestVerdict => ({
  ok: true,
  verdict: "fail",
  text,
  outcome: named(outcomes, "differs", "out-of-spec"),
});

/** The suspect (second) beside one that is known to be good (first), measured in the same way. */
export function besideGoodVerdict(outcomes: readonly Outcome[], [good, suspect]: readonly LikeReading[]): TestVerdict {
  if (!good || !suspect) return NO_VERDICT;
  if ("open" in good.reading)
    return { ...NO_VERDICT, verdict: "cannot-judge", text: "The good one reads open: it is no measure" };
  if ("open" in suspect.reading)
    return differs(outcomes, `Open, where the good one reads ${formatQuantity(good.reading)}`);
  const verdict = besideGood(good.reading, suspect.reading);
  if (!verdict) return { ok: false, path: "readings[1].reading.unit", message: "cannot be compared with the good one" };
  const text = `${formatQuantity(suspect.reading)} beside ${formatQuantity(good.reading)} of the good one${shareText(good.reading, suspect.reading)}`;
  if (verdict === "differs") return differs(outcomes, text);
  return { ok: true, verdict: "pass", text, outcome: named(outcomes, "alike", "in-spec") };
}

/** ", 34 % more" */
function shareText(first: Quantity, second: Quantity): string {
  const share = differenceOf(first, second)?.share ?? null;
  if (share === null) return "";
  const percent = Math.round(Math.abs(share) * 100);
  return percent === 0 ? "" : `, ${percent} % ${share > 0 ? "more" : "less"}`;
}

const CHANGES: Readonly<Record<Change, readonly [text: string, ...outcomes: readonly string[]]>> = {
  cured: ["It failed before and passes now", "cured", "in-spec"],
  spoilt: ["It passed before and fails now", "spoilt", "out-of-spec"],
  "still-bad": ["It fails as it did before", "still-bad", "out-of-spec"],
  "still-good": ["It passes as it did before", "still-good", "in-spec"],
  unclear: ["One of the two cannot be judged"],
};

/** The same test before (first) and after (second) something was done, against the spec where there is one. */
export function beforeAfterVerdict(
  outcomes: readonly Outcome[],
  spec: Spec | null,
  { readings: [before, after], context, instrument }: TestReadings,
): TestVerdict {
  if (!before || !after) return NO_VERDICT;
  const values = `${formatReading(before.reading)}, then ${formatReading(after.reading)}`;
  if (!spec) return unjudged(before, after, values);
  const request = ({ reading }: LikeReading) => ({
    spec,
    reading,
    context,
    instrument: instrument && uncertaintyOf(instrument, reading),
  });
  const change = beforeAndAfter(request(before), request(after));
  const [text, ...keys] = CHANGES[change];
  const good = change === "cured" || change === "still-good";
  const verdict = change === "unclear" ? "cannot-judge" : good ? "pass" : "fail";
  return { ok: true, verdict, text: `${text}: ${values}`, outcome: named(outcomes, ...keys) };
}

/** Without a spec the change is said, and what it means is left to who measured. */
function unjudged(before: LikeReading, after: LikeReading, values: string): TestVerdict {
  if ("open" in before.reading || "open" in after.reading) return { ...NO_VERDICT, text: values };
  if (!differenceOf(before.reading, after.reading))
    return { ok: false, path: "readings[1].reading.unit", message: "cannot be compared with the one before" };
  return { ...NO_VERDICT, text: `${values}${shareText(before.reading, after.reading)}` };
}
