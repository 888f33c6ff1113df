import { judge, sameDimension, type Instrument, type Reading, type Spec } from "@/core/measure";
import type { Outcome } from "@/core/book";
import { outcomeOfVerdict } from "./outcome-of-verdict";
import { NO_VERDICT, type TestReadings, type TestVerdict } from "./test-verdict";

/** One reading against its spec. */
export function valueVerdict(outcomes: readonly Outcome[], spec: Spec | null, test: TestReadings): TestVerdict {
  const first = test.readings[0];
  if (!spec || !first) return NO_VERDICT;
  const { context } = test;
  const instrument = test.instrument && uncertaintyOf(test.instrument, first.reading);
  const result = judge({ spec, reading: first.reading, context, instrument });
  if (!result.ok) {
    const [problem] = result.problems;
    const path = (problem?.path ?? "reading").replace(/^reading/, "readings[0].reading");
    return { ok: false, path, message: problem?.message ?? "cannot be judged" };
  }
  const { judgement } = result;
  const said = { kind: "judged" as const, judgement, spec };
  return { ok: true, verdict: judgement.verdict, said, outcome: outcomeOfVerdict(outcomes, judgement) };
}

/** What a meter's sheet says counts for what it says it of: an offset in volts is none of a resistance. */
export function uncertaintyOf({ percent, offset }: Instrument, reading: Reading): Instrument {
  if ("open" in reading) return {};
  const isTemperature = sameDimension(reading.unit, "degC");
  return {
    percent: isTemperature ? null : (percent ?? null),
    offset: offset && sameDimension(offset.unit, reading.unit) ? offset : null,
  };
}
