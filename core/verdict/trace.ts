import { exhaustive } from "@/core/exhaustive";
import {
  convert,
  judge,
  sameDimension,
  unitOfSpec,
  unitSymbol,
  type Quantity,
  type Spec,
  type Unit,
} from "@/core/measure";
import { leakRate, openingByGap, summarise, traceOf, warmUp, type KeptTrace, type Trace } from "@/core/trace";
import type { Outcome, TraceLook } from "@/core/book";
import { named, outcomeOfVerdict } from "./outcome-of-verdict";
import { NO_VERDICT, type TestVerdict, type TraceSeen, type VerdictSaid } from "./test-verdict";

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
    default:
      return exhaustive(look, "traceVerdict");
  }
}

interface Read {
  readonly trace: Trace;
  readonly unit: Unit | null;
}

/** So far above the opening point, in kelvins, it has to have been before anybody says that it never opened. */
const SURELY_OPEN_K = 5;

/**
 * A warm-up is judged by this vehicle's own opening point, which the spec holds. With many points the corner of the second temperature says when
 * it opened; with few the gap between the two. What cannot be told is said so.
 */
function warmUpVerdict(outcomes: readonly Outcome[], spec: Spec | null, { trace, unit }: Read): TestVerdict {
  const corner = warmUp(trace);
  const gap = openingByGap(trace);
  const of = (value: number): Quantity => ({ value, unit: unit ?? "degC" });
  if (!gap) return cannot({ kind: "too-few-temperatures" });
  if (corner?.openedAt != null) {
    const at = of(corner.openedAt);
    const seen = { kind: "opened" as const, at, afterS: corner.openedS ?? 0, followed: corner.followed === true };
    if (seen.followed) return judged(outcomes, { spec, value: at, seen });
    return { ok: true, verdict: "fail", said: said(seen), outcome: named(outcomes, "not-followed", "out-of-spec") };
  }
  if (gap.between) {
    const [from, to] = gap.between;
    return openedBetween(outcomes, spec, [of(from), of(to)]);
  }
  const point = openingPoint(spec, unit ?? "degC");
  const highest = of(gap.highest);
  if (point === null) return cannot({ kind: "not-yet-open", highest, point: null });
  if (gap.highest < point + SURELY_OPEN_K) return cannot({ kind: "not-yet-open", highest, point: of(point) });
  const seen = { kind: "never-opened" as const, highest };
  return { ok: true, verdict: "fail", said: said(seen), outcome: named(outcomes, "shut", "high") };
}

/** It opened somewhere between two readings: right where that may be within the limits, wrong where it cannot be. */
function openedBetween(
  outcomes: readonly Outcome[],
  spec: Spec | null,
  [from, to]: readonly [Quantity, Quantity],
): TestVerdict {
  const seen = (isRight: boolean): TraceSeen => ({ kind: "opened-between", from, to, isRight });
  if (!spec) return { ...NO_VERDICT, said: said(seen(false)) };
  const [low, high] = [judge({ spec, reading: from }), judge({ spec, reading: to })];
  if (!low.ok || !high.ok) return { ok: false, path: "trace", message: "cannot be compared with the opening point" };
  const [first, second] = [low.judgement, high.judgement];
  const outside = first.verdict === "fail" && second.verdict === "fail" && first.side === second.side;
  if (!outside)
    return {
      ok: true,
      verdict: "pass",
      said: said(seen(true)),
      outcome: outcomeOfVerdict(outcomes, { ...second, verdict: "pass", side: null }),
    };
  return {
    ok: true,
    verdict: "fail",
    said: { kind: "trace", seen: seen(false), judgement: first, spec },
    outcome: outcomeOfVerdict(outcomes, first),
  };
}

/** At which temperature it begins to open at the latest, by the spec; null where that is not stated. */
function openingPoint(spec: Spec | null, unit: Unit): number | null {
  const end = spec?.kind === "range" ? (spec.high ?? spec.low) : spec?.kind === "nominal" ? spec.nominal : null;
  return end && sameDimension(end.unit, unit) ? convert(end, unit).value : null;
}

/** Two standard errors of the rate's line: about 19 in 20. */
const ERRORS = 2;

function leakVerdict(outcomes: readonly Outcome[], spec: Spec | null, { trace, unit }: Read): TestVerdict {
  const [first] = trace.channels;
  const leak = first ? leakRate(trace, first) : null;
  if (!leak || !first) return cannot({ kind: "too-few-points" });
  const rate: Quantity = { value: Math.abs(leak.perMinute), unit: unit ?? "kPa" };
  // A vacuum by gauge is negative and lost upwards; a pressure that rises was fed or warmed, and says nothing of a leak.
  const isVacuum = (first.values.find((value) => !Number.isNaN(value)) ?? 0) < 0;
  const gains = isVacuum ? leak.perMinute < -ERRORS * leak.error : leak.perMinute > ERRORS * leak.error;
  const seen = { kind: "rate" as const, loses: !gains, rate, minutes: leak.minutes };
  if (gains) return cannot(seen);
  const offset: Quantity = { value: ERRORS * leak.error, unit: rate.unit };
  return judged(outcomes, { spec, value: rate, seen, offset: Number.isFinite(offset.value) ? offset : null });
}

function limitsVerdict(outcomes: readonly Outcome[], spec: Spec | null, { trace, unit }: Read): TestVerdict {
  const [first] = trace.channels;
  const all = first && summarise(trace, first, { low: null, high: null });
  if (!all) return cannot({ kind: "no-point" });
  const of = (value: number): Quantity => ({ value, unit: unit ?? "%" });
  const seen = { kind: "span" as const, min: of(all.min), max: of(all.max) };
  if (!spec) return { ...NO_VERDICT, said: said(seen) };
  // What lies farthest out speaks for the whole.
  const worst = [all.min, all.max]
    .map((value) => ({ value, result: judge({ spec, reading: of(value) }) }))
    .sort((a, b) => rank(b.result) - rank(a.result))[0];
  return judged(outcomes, { spec, value: of(worst?.value ?? all.max), seen });
}

const rank = (result: ReturnType<typeof judge>) =>
  !result.ok ? 3 : { "cannot-judge": 2, fail: 2, borderline: 1, pass: 0 }[result.judgement.verdict];

interface Judged {
  readonly spec: Spec | null;
  readonly value: Quantity;
  readonly seen: TraceSeen;
  readonly offset?: Quantity | null;
}

function judged(outcomes: readonly Outcome[], { spec, value, seen, offset = null }: Judged): TestVerdict {
  if (!spec) return { ...NO_VERDICT, said: said(seen) };
  const result = judge({ spec, reading: value, instrument: offset ? { offset } : null });
  if (!result.ok) return { ok: false, path: "trace", message: result.problems[0]?.message ?? "cannot be judged" };
  const { judgement } = result;
  const outcome = outcomeOfVerdict(outcomes, judgement);
  return { ok: true, verdict: judgement.verdict, said: { kind: "trace", seen, judgement, spec }, outcome };
}

const said = (seen: TraceSeen): VerdictSaid => ({ kind: "trace", seen, judgement: null, spec: null });

const cannot = (seen: TraceSeen): TestVerdict => ({
  ok: true,
  verdict: "cannot-judge",
  said: said(seen),
  outcome: null,
});
