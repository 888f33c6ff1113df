"use client";

import { useEffect, useState } from "react";
import { convert, sameDimension, type Quantity, type Spec, type Unit } from "@/core/measure";
import { traceOf, type Limits } from "@/core/trace";
import { TraceInput } from "@/features/shared/trace/trace-input";
import { TraceView } from "@/features/shared/trace/trace-view";
import { answerOf } from "@/features/shared/trace/trace-work";
import { useTrace } from "@/features/shared/trace/use-trace";
import { Button } from "@/ui/button";
import type { TestDraft } from "./test-draft";

interface TraceFieldsProps {
  readonly draft: TestDraft;
  readonly change: (part: Partial<TestDraft>) => void;
  /** Limits of the first channel, where the recording is judged by them. */
  readonly spec: Spec | null;
}

const NO_LIMITS: Limits = { low: null, high: null };

/** A recording within a test: read in a worker, then kept thinned out with the draft. */
export function TraceFields({ draft: { trace }, change, spec }: TraceFieldsProps) {
  const [text, setText] = useState("");
  const { answer, busy } = useTrace(text.trim() ? { text, limits: NO_LIMITS } : null);
  const kept = answer?.ok ? answer.kept : null;
  useEffect(() => {
    if (kept) change({ trace: kept });
    // What was read is what changes; `change` is new with every draft.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [kept]);
  const limits = limitsOf(spec, trace?.channels[0]?.unit ?? null);
  return (
    <div className="flex flex-col gap-3">
      {trace === null || text ? (
        <TraceInput text={text} onText={setText} />
      ) : (
        <Button className="self-start" onClick={() => change({ trace: null })}>
          Record it anew
        </Button>
      )}
      {busy && <p role="status">Reading …</p>}
      {answer && !answer.ok && (
        <p role="alert" className="font-medium text-brick">
          {answer.problem}
        </p>
      )}
      {trace && <TraceView answer={answerOf(traceOf(trace), limits)} limits={limits} />}
    </div>
  );
}

/** The ends of a range in the channel's own unit, to be drawn. */
function limitsOf(spec: Spec | null, unit: Unit | null): Limits {
  if (spec?.kind !== "range") return NO_LIMITS;
  const end = (quantity: Quantity | null | undefined) =>
    !quantity ? null : unit && sameDimension(quantity.unit, unit) ? convert(quantity, unit).value : quantity.value;
  return { low: end(spec.low), high: end(spec.high) };
}
