"use client";

import { useState } from "react";
import { readNumber } from "@/core/measure";
import { Button } from "@/ui/button";
import { Field, TextInput } from "@/ui/form";
import { TraceInput } from "./trace-input";
import { traceSentences, TraceView } from "./trace-view";
import { useTrace } from "./use-trace";

interface TraceToolProps {
  readonly onKeep: ((text: string) => void) | null;
  readonly busy?: boolean;
}

/** A recording of one or two channels, typed, pasted or from a file: drawn with its limits, summarised, read as a warm-up or a leak. */
export function TraceTool({ onKeep, busy = false }: TraceToolProps) {
  const [text, setText] = useState("");
  const [low, setLow] = useState("");
  const [high, setHigh] = useState("");
  const limits = { low: readNumber(low), high: readNumber(high) };
  const { answer, busy: reading } = useTrace(text.trim() ? { text, limits } : null);
  return (
    <div className="flex flex-col gap-4">
      <p>How did it go over time: when did it open, did the flow follow, how fast is it lost, was it ever outside?</p>
      <TraceInput text={text} onText={setText} />
      <div className="grid max-w-md grid-cols-2 gap-4">
        <Field name="low" label="Lowest allowed" hint="optional">
          <TextInput
            value={low}
            onChange={(event) => setLow(event.target.value)}
            inputMode="decimal"
            className="mono"
          />
        </Field>
        <Field name="high" label="Highest allowed" hint="optional">
          <TextInput
            value={high}
            onChange={(event) => setHigh(event.target.value)}
            inputMode="decimal"
            className="mono"
          />
        </Field>
      </div>
      {reading && <p role="status">Reading …</p>}
      {answer && !answer.ok && (
        <p role="alert" className="font-medium text-brick">
          {answer.problem}
        </p>
      )}
      {answer?.ok && <TraceView answer={answer} limits={limits} />}
      <p className="text-sm text-ink-soft">
        <span className="mono">opens: the best corner of two straight lines; leak: least squares; mean by time</span>
        <br />
        Hudson (1966) for the corner. What opens rises at least three times as fast as before.
      </p>
      {onKeep && (
        <Button
          look="main"
          busy={busy}
          disabled={!answer?.ok}
          className="self-start"
          onClick={() => answer?.ok && onKeep(`Recording: ${traceSentences(answer).join(" ")}`)}
        >
          Put it on the trail
        </Button>
      )}
    </div>
  );
}
