import {
  explainJudgement,
  formatNumber,
  formatQuantity,
  judge,
  sameDimension,
  unitOfSpec,
  unitSymbol,
  type Quantity,
  type Spec,
  type Unit,
} from "@/core/measure";
import { leakRate, summarise, traceOf, warmUp, type KeptTrace, type Trace } from "@/core/trace";
import type { Outcome, TraceLook } from "../book";
import { named, outcomeOfVerdict } from "./outcome-of-verdict";
import { NO_VERDICT, type TestVerdict } from "./test-verdict";

interface Wanted {
  readonly look: TraceLook;
  /** Of the first channel: its limits, the opening temperature, or the rate a minute that may be lost. */
  readonly spec: Spec | null;
}

/** The verdict of a recording over time. */
export function traceVerdict(
  outcomes: readonly Outcome[],
  { look, spec }: Wanted,
  kept: KeptTrace | null,
): TestVerdict {
  if (!kept) return NO_VERDICT;
  const trace = traceOf(kept);
  const [first] = trace.channels;
  if (!first) return NO_VERDICT;
  const own = spec && unitOfSpec(spec);
  if (own && first.unit && !sameDimension(own, first.unit))
    return { ok: false, path: "trace", message: `is in ${unitSymbol(first.unit)}, and ${unitSymbol(own)} is wanted` };
  const unit = first.unit ?? own;
  switch (look) {
    case "warm-up":
      return warmUpVerdict(outcomes, spec, { trace, unit });
    case "leak":
      return leakVerdict(outcomes, spec, { trace, unit });
    case "limits":
      return limitsVerdict(outcomes, spec, { trace, unit });
  }
}

interface Read {
  readonly trace: Trace;
  readonly unit: Unit | null;
}

function warmUpVerdict(outcomes: readonly Outcome[], spec: Spec | null, { trace, unit }: Read): TestVerdict {
  const found = warmUp(trace);
  if (!found) return cannot("A warm-up takes two channels of eight points at least");
  if (found.openedAt === null)
    return { ok: true, verdict: "fail", text: "It never opened", outcome: named(outcomes, "shut", "high") };
  const at: Quantity = { value: found.openedAt, unit: unit ?? "degC" };
  const opened = `It opened at ${formatQuantity(at)} after ${formatNumber((found.openedS ?? 0) / 60)} min`;
  if (!found.followed)
    return {
      ...{ ok: true, verdict: "fail", text: `${opened}, but what lies behind did not follow` },
      outcome: named(outcomes, "not-followed", "out-of-spec"),
    };
  return judged(outcomes, { spec, value: at, words: opened });
}

/** Two standard errors of the rate's line: about 19 in 20. */
const ERRORS = 2;

function leakVerdict(outcomes: readonly Outcome[], spec: Spec | null, { trace, unit }: Read): TestVerdict {
  const [first] = trace.channels;
  const leak = first ? leakRate(trace, first) : null;
  if (!leak || !first) return cannot("A rate takes three points at least");
  const rate: Quantity = { value: Math.abs(leak.perMinute), unit: unit ?? "kPa" };
  const words = `It loses ${formatQuantity(rate)} a minute over ${formatNumber(leak.minutes)} min`;
  const offset: Quantity = { value: ERRORS * leak.error, unit: rate.unit };
  return judged(outcomes, { spec, value: rate, words, offset: Number.isFinite(offset.value) ? offset : null });
}

function limitsVerdict(outcomes: readonly Outcome[], spec: Spec | null, { trace, unit }: Read): TestVerdict {
  const [first] = trace.channels;
  const all = first && summarise(trace, first, { low: null, high: null });
  if (!all) return cannot("There is no point in it");
  const of = (value: number): Quantity => ({ value, unit: unit ?? "%" });
  const span = `${formatQuantity(of(all.min))} to ${formatQuantity(of(all.max))}`;
  if (!spec) return { ...NO_VERDICT, text: `It ran from ${span}` };
  // What lies farthest out speaks for the whole.
  const worst = [all.min, all.max]
    .map((value) => ({ value, result: judge({ spec, reading: of(value) }) }))
    .sort((a, b) => rank(b.result) - rank(a.result))[0];
  return judged(outcomes, { spec, value: of(worst?.value ?? all.max), words: `It ran from ${span}` });
}

const rank = (result: ReturnType<typeof judge>) =>
  !result.ok ? 3 : { "cannot-judge": 2, fail: 2, borderline: 1, pass: 0 }[result.judgement.verdict];

interface Judged {
  readonly spec: Spec | null;
  readonly value: Quantity;
  readonly words: string;
  readonly offset?: Quantity | null;
}

function judged(outcomes: readonly Outcome[], { spec, value, words, offset = null }: Judged): TestVerdict {
  if (!spec) return { ...NO_VERDICT, text: words };
  const result = judge({ spec, reading: value, instrument: offset ? { offset } : null });
  if (!result.ok) return { ok: false, path: "trace", message: result.problems[0]?.message ?? "cannot be judged" };
  const { judgement } = result;
  const text = `${words}. ${explainJudgement(judgement, spec).replace(/\.$/, "")}`;
  return { ok: true, verdict: judgement.verdict, text, outcome: outcomeOfVerdict(outcomes, judgement) };
}

const cannot = (text: string): TestVerdict => ({ ok: true, verdict: "cannot-judge", text, outcome: null });
