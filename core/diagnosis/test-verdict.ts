import {
  deadVerdict,
  explainJudgement,
  formatQuantity,
  formatReading,
  judge,
  oddOneOut,
  type DeadVerdict,
  type Instrument,
  type JudgeContext,
  type LikeReading,
  type Reading,
  sameDimension,
  type Quantity,
  type Spec,
  type Verdict,
} from "@/core/measure";
import type { Outcome, Procedure } from "./book";
import { outcomeOfVerdict } from "./outcome-of-verdict";

/** What was read in one test, whatever its kind. */
export interface TestReadings {
  readonly readings: readonly LikeReading[];
  readonly context: JudgeContext | null;
  readonly instrument: Instrument | null;
  /** The tester on a known source before and after: of a high-voltage test. */
  readonly proofs: { readonly before: Quantity | null; readonly after: Quantity | null } | null;
}

export type TestVerdict =
  | {
      readonly ok: true;
      readonly verdict: Verdict | null;
      readonly text: string | null;
      readonly outcome: string | null;
    }
  | { readonly ok: false; readonly path: string; readonly message: string };

/** Outcomes that a verdict speaks for; any other is something that was seen beside it. */
const SPOKEN_FOR = new Set(["in-spec", "out-of-spec", "low", "high", "open", "odd", "alike", "dead", "live"]);

/** Whether an outcome was chosen that the verdict contradicts: that takes a reason. */
export function contradicts(judged: TestVerdict | null, outcome: string | null): boolean {
  return (
    judged?.ok === true &&
    judged.outcome !== null &&
    outcome !== null &&
    judged.outcome !== outcome &&
    SPOKEN_FOR.has(outcome)
  );
}

const NOTHING: TestVerdict = { ok: true, verdict: null, text: null, outcome: null };

/**
 * The verdict of a test by its kind, and which of its outcomes that speaks for.
 * @param spec for this vehicle and part; null where there is none
 */
export function verdictOfTest(
  { kind, outcomes }: Pick<Procedure, "kind" | "outcomes">,
  spec: Spec | null,
  test: TestReadings,
): TestVerdict {
  switch (kind) {
    case "several":
      return severalVerdict(outcomes, test.readings);
    case "high-voltage":
      return highVoltageVerdict(outcomes, test);
    default:
      return valueVerdict(outcomes, spec, test);
  }
}

function valueVerdict(outcomes: readonly Outcome[], spec: Spec | null, test: TestReadings): TestVerdict {
  const first = test.readings[0];
  if (!spec || !first) return NOTHING;
  const { context } = test;
  const instrument = test.instrument && uncertaintyOf(test.instrument, first.reading);
  const result = judge({ spec, reading: first.reading, context, instrument });
  if (!result.ok) {
    const [problem] = result.problems;
    const path = (problem?.path ?? "reading").replace(/^reading/, "readings[0].reading");
    return { ok: false, path, message: problem?.message ?? "cannot be judged" };
  }
  const { judgement } = result;
  const text = explainJudgement(judgement, spec).replace(/\.$/, "");
  return { ok: true, verdict: judgement.verdict, text, outcome: outcomeOfVerdict(outcomes, judgement) };
}

/** What a meter's sheet says counts for what it says it of: an offset in volts is none of a resistance. */
function uncertaintyOf({ percent, offset }: Instrument, reading: Reading): Instrument {
  if ("open" in reading) return {};
  const isTemperature = sameDimension(reading.unit, "degC");
  return {
    percent: isTemperature ? null : (percent ?? null),
    offset: offset && sameDimension(offset.unit, reading.unit) ? offset : null,
  };
}

const named = (outcomes: readonly Outcome[], ...keys: readonly string[]) =>
  keys.find((key) => outcomes.some((outcome) => outcome.key === key)) ?? null;

/** Like things are judged by each other: no spec is needed, and none is asked. */
function severalVerdict(outcomes: readonly Outcome[], readings: readonly LikeReading[]): TestVerdict {
  if (!readings.length) return NOTHING;
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

/** A test marked high-voltage is not accepted without proof, measurement and proof. */
function highVoltageVerdict(outcomes: readonly Outcome[], { readings, proofs }: TestReadings): TestVerdict {
  const first = readings[0]?.reading;
  const measured = first && !("open" in first) ? first : null;
  const result = deadVerdict({ proofBefore: proofs?.before ?? null, measured, proofAfter: proofs?.after ?? null });
  if (result.verdict === "none") return { ok: false, path: pathOf(result), message: messageOf(result) };
  if (result.verdict === "live")
    return {
      ok: true,
      verdict: "fail",
      text: `Live: ${formatQuantity(result.measured)}`,
      outcome: named(outcomes, "live", "out-of-spec", "high"),
    };
  return {
    ok: true,
    verdict: "pass",
    text: "Dead, with the tester proved before and after",
    outcome: named(outcomes, "dead", "in-spec"),
  };
}

type NoVerdict = Extract<DeadVerdict, { verdict: "none" }>;

function pathOf(none: NoVerdict): string {
  if (none.missing === "tester-dead") return `proofs.${none.which}`;
  if (none.missing === "proof-before") return "proofs.before";
  return none.missing === "proof-after" ? "proofs.after" : "readings";
}

function messageOf(none: NoVerdict): string {
  switch (none.missing) {
    case "proof-before":
      return "prove the tester on a known source first; without it there is no verdict";
    case "measured":
      return "is needed: what the system reads";
    case "proof-after":
      return "prove the tester once more after measuring; without it there is no verdict";
    case "volts":
      return "has to be in volts";
    case "tester-dead":
      return "does not prove the tester: a known source reads more than this";
  }
}
