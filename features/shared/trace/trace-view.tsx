"use client";

import dynamic from "next/dynamic";
import { useEffect, useRef, useState } from "react";
import { formatNumber, unitSymbol, type Unit } from "@/core/measure";
import type { Limits } from "@/core/trace";
import type { ChannelAnswer, TraceAnswer } from "./trace-work";

const TraceChart = dynamic(() => import("./trace-chart"), { ssr: false });

export type GoodAnswer = Extract<TraceAnswer, { ok: true }>;

interface TraceViewProps {
  readonly answer: GoodAnswer;
  readonly limits: Limits;
}

/** A recording drawn with its limits, and what there is to say of it. */
export function TraceView({ answer, limits }: TraceViewProps) {
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
      <div ref={box} role="img" aria-label={`Recording: ${traceSentences(answer).join(" ")}`}>
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
        {traceSentences(answer).map((sentence) => (
          <p key={sentence}>{sentence}</p>
        ))}
      </div>
    </>
  );
}

/** What there is to say, in sentences. */
export function traceSentences({ points, channels, warmUp }: GoodAnswer): readonly string[] {
  return [
    `${points} points.`,
    ...channels.flatMap((channel) => channelSentence(channel, channels.length === 1)),
    ...(warmUp ? [warmUpSentence(warmUp, channels[0]?.unit ?? null)] : []),
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

function warmUpSentence({ openedS, openedAt, followed }: NonNullable<GoodAnswer["warmUp"]>, unit: Unit | null): string {
  if (openedS === null || openedAt === null) return "The second channel never set off: nothing opened.";
  const came = followed ? "and the second channel followed" : "but the second channel did not follow";
  return `It opened after ${formatNumber(openedS)} s at ${formatNumber(openedAt)}${unit ? ` ${unitSymbol(unit)}` : ""}, ${came}.`;
}
