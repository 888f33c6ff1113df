"use client";

import dynamic from "next/dynamic";
import { useEffect, useRef, useState } from "react";
import { formatNumber, readNumber, unitSymbol } from "@/core/measure";
import { Button } from "@/ui/button";
import { Field, TextArea, TextInput } from "@/ui/form";
import type { ChannelAnswer, TraceAnswer } from "./trace-work";
import { useTrace } from "./use-trace";

const TraceChart = dynamic(() => import("./trace-chart"), { ssr: false });

interface TraceToolProps {
  readonly onKeep: ((text: string) => void) | null;
  readonly busy?: boolean;
}

const MOST_BYTES = 64 * 1024 * 1024;
const EXAMPLE = "time (min);engine outlet (degC);hose (degC)\n0;15;15\n1;32;16\n2;48;17";

/** A recording of one or two channels, typed, pasted or from a file: drawn with its limits, summarised, read as a warm-up or a leak. */
export function TraceTool({ onKeep, busy = false }: TraceToolProps) {
  const [text, setText] = useState("");
  const [low, setLow] = useState("");
  const [high, setHigh] = useState("");
  const [refused, setRefused] = useState<string | null>(null);
  const limits = { low: readNumber(low), high: readNumber(high) };
  const { answer, busy: reading } = useTrace(text.trim() ? { text, limits } : null);
  const open = async (file: File | undefined) => {
    if (!file) return;
    if (file.size > MOST_BYTES) return setRefused(`${file.name} is larger than 64 MB. Nothing was read from it.`);
    setRefused(null);
    setText(await file.text());
  };
  return (
    <div className="flex flex-col gap-4">
      <p>How did it go over time: when did it open, did the flow follow, how fast is it lost, was it ever outside?</p>
      <Field name="trace" label="The recording" hint="time first, then one or two channels; a heading line with units">
        <TextArea
          rows={5}
          value={text.slice(0, 4000)}
          onChange={(event) => setText(event.target.value)}
          placeholder={EXAMPLE}
          className="mono"
        />
      </Field>
      <label className="flex flex-col gap-1">
        <span className="font-medium">or open a CSV file</span>
        <input
          type="file"
          accept=".csv,.txt,text/*"
          className="min-h-11"
          onChange={({ target }) => void open(target.files?.[0])}
        />
      </label>
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
      {refused && (
        <p role="alert" className="font-medium text-brick">
          {refused}
        </p>
      )}
      {reading && <p role="status">Reading …</p>}
      {answer && !answer.ok && (
        <p role="alert" className="font-medium text-brick">
          {answer.problem}
        </p>
      )}
      {answer?.ok && <Answer answer={answer} limits={limits} />}
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
          onClick={() => answer?.ok && onKeep(`Recording: ${sentences(answer).join(" ")}`)}
        >
          Put it on the trail
        </Button>
      )}
    </div>
  );
}

type Good = Extract<TraceAnswer, { ok: true }>;

function Answer({
  answer,
  limits,
}: {
  readonly answer: Good;
  readonly limits: { low: number | null; high: number | null };
}) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const measure = () => setWidth(box.current?.clientWidth ?? 0);
    measure();
    window.addEventListener("resize", measure);
    return () => window.removeEventListener("resize", measure);
  }, []);
  return (
    <>
      <div ref={box} role="img" aria-label={`Recording: ${sentences(answer).join(" ")}`}>
        {width > 0 && (
          <TraceChart
            channels={answer.channels}
            limits={limits}
            openedS={answer.warmUp?.openedS ?? null}
            width={width}
          />
        )}
      </div>
      <div role="status" className="border-l-4 border-spruce pl-3">
        {sentences(answer).map((sentence) => (
          <p key={sentence}>{sentence}</p>
        ))}
      </div>
    </>
  );
}

/** What there is to say, in sentences. */
function sentences({ points, channels, warmUp }: Good): readonly string[] {
  return [
    `${points} points.`,
    ...channels.flatMap((channel) => channelSentence(channel, channels.length === 1)),
    ...(warmUp ? [warmUpSentence(warmUp)] : []),
  ];
}

/** The rate of a single channel is that of what is held; of two, each has its own story. */
function channelSentence({ name, unit, summary, leak }: ChannelAnswer, alone: boolean): readonly string[] {
  if (!summary) return [`${name}: no value.`];
  const symbol = unit ? ` ${unitSymbol(unit)}` : "";
  const span = `${name}: ${formatNumber(summary.min)} to ${formatNumber(summary.max)}${symbol}, on average ${formatNumber(summary.mean)}${symbol}`;
  const outside = summary.excursions
    ? `; outside the limits for ${formatNumber(summary.outsideS)} s, first at ${formatNumber(summary.firstOutsideS ?? 0)} s`
    : "";
  const rate = leak && alone ? `; ${formatNumber(leak.perMinute)} ± ${formatNumber(leak.error)}${symbol} a minute` : "";
  return [`${span}${outside}${rate}.`];
}

function warmUpSentence({ openedS, openedAt, followed }: NonNullable<Good["warmUp"]>): string {
  if (openedS === null || openedAt === null) return "The second channel never set off: nothing opened.";
  const came = followed ? "and the second channel followed" : "but the second channel did not follow";
  return `It opened after ${formatNumber(openedS)} s at ${formatNumber(openedAt)}, ${came}.`;
}
