import {
  beforeAndAfter,
  besideGood,
  differenceOf,
  type Change,
  type LikeReading,
  type Quantity,
  type Reading,
  type Spec,
} from "@/core/measure";
import type { Outcome } from "@/core/book";
import { named } from "./outcome-of-verdict";
import { NO_VERDICT, type TestReadings, type TestVerdict, type VerdictSaid } from "./test-verdict";
import { uncertaintyOf } from "./value";

const differs = (outcomes: readonly Outcome[], said: VerdictSaid): TestVerdict => ({
  ok: true,
  verdict: "fail",
  said,
  outcome: named(outcomes, "differs", "out-of-spec"),
});

/** The suspect (second) beside one that is known to be good (first), measured in the same way. */
export function besideGoodVerdict(outcomes: readonly Outcome[], [good, suspect]: readonly LikeReading[]): TestVerdict {
  if (!good || !suspect) return NO_VERDICT;
  if ("open" in good.reading) return { ...NO_VERDICT, verdict: "cannot-judge", said: { kind: "good-one-open" } };
  if ("open" in suspect.reading) return differs(outcomes, { kind: "open-beside", good: good.reading });
  const verdict = besideGood(good.reading, suspect.reading);
  if (!verdict) return { ok: false, path: "readings[1].reading.unit", message: "cannot be compared with the good one" };
  const share = shareOf(good.reading, suspect.reading);
  const said = { kind: "beside" as const, good: good.reading, suspect: suspect.reading, share };
  if (verdict === "differs") return differs(outcomes, said);
  return { ok: true, verdict: "pass", said, outcome: named(outcomes, "alike", "in-spec") };
}

const shareOf = (first: Quantity, second: Quantity): number | null => differenceOf(first, second)?.share ?? null;

/** The outcomes that a change speaks for, the first that the procedure has. */
const OUTCOMES: Readonly<Record<Change, readonly string[]>> = {
  cured: ["cured", "in-spec"],
  spoilt: ["spoilt", "out-of-spec"],
  "still-bad": ["still-bad", "out-of-spec"],
  "still-good": ["still-good", "in-spec"],
  unclear: [],
};

/** The same test before (first) and after (second) something was done, against the spec where there is one. */
export function beforeAfterVerdict(
  outcomes: readonly Outcome[],
  spec: Spec | null,
  { readings: [before, after], context, instrument }: TestReadings,
): TestVerdict {
  if (!before || !after) return NO_VERDICT;
  if (!spec) return unjudged(before.reading, after.reading);
  const request = ({ reading }: LikeReading) => ({
    spec,
    reading,
    context,
    instrument: instrument && uncertaintyOf(instrument, reading),
  });
  const change = beforeAndAfter(request(before), request(after));
  const good = change === "cured" || change === "still-good";
  const verdict = change === "unclear" ? "cannot-judge" : good ? "pass" : "fail";
  const said = { kind: "before-after" as const, change, before: before.reading, after: after.reading, share: null };
  return { ok: true, verdict, said, outcome: named(outcomes, ...OUTCOMES[change]) };
}

/** Without a spec the change is said, and what it means is left to who measured. */
function unjudged(before: Reading, after: Reading): TestVerdict {
  const said = { kind: "before-after" as const, change: null, before, after, share: null };
  if ("open" in before || "open" in after) return { ...NO_VERDICT, said };
  if (!differenceOf(before, after))
    return { ok: false, path: "readings[1].reading.unit", message: "cannot be compared with the one before" };
  return { ...NO_VERDICT, said: { ...said, share: shareOf(before, after) } };
}
