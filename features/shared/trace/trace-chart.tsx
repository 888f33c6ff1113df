"use client";

import { CartesianGrid, Legend, Line, LineChart, ReferenceLine, Tooltip, XAxis, YAxis } from "recharts";
import { formatNumber, unitSymbol } from "@/core/measure";
import type { Limits } from "@/core/trace";
import type { ChannelAnswer } from "./trace-work";

interface TraceChartProps {
  readonly channels: readonly ChannelAnswer[];
  readonly limits: Limits;
  readonly openedS: number | null;
  readonly width: number;
}

const HEIGHT = 280;
/** Ink for the first channel; the second is told apart by its dashes as well. */
const LOOKS = [
  { stroke: "var(--color-ink)", dashes: "0" },
  { stroke: "var(--color-spruce)", dashes: "7 4" },
] as const;

/** The recording with its limits and, for a warm-up, where it opened. */
export default function TraceChart({ channels, limits, openedS, width }: TraceChartProps) {
  const name = ({ name: called, unit }: ChannelAnswer) => (unit ? `${called}, ${unitSymbol(unit)}` : called);
  return (
    <LineChart width={width} height={HEIGHT} margin={{ top: 8, right: 16, bottom: 4, left: 0 }}>
      <CartesianGrid stroke="var(--color-rule)" vertical={false} />
      <XAxis
        dataKey="timeS"
        type="number"
        domain={["dataMin", "dataMax"]}
        tickFormatter={(value: number) => formatNumber(value)}
        unit=" s"
      />
      <YAxis width={56} domain={["auto", "auto"]} tickFormatter={(value: number) => formatNumber(value)} />
      <Tooltip
        formatter={(value) => formatNumber(Number(value))}
        labelFormatter={(value) => `${formatNumber(Number(value))} s`}
      />
      {channels.length > 1 && <Legend iconType="plainline" />}
      {limits.low !== null && (
        <ReferenceLine
          y={limits.low}
          stroke="var(--color-brick)"
          strokeDasharray="3 3"
          label={{ value: "low", position: "insideBottomLeft" }}
        />
      )}
      {limits.high !== null && (
        <ReferenceLine
          y={limits.high}
          stroke="var(--color-brick)"
          strokeDasharray="3 3"
          label={{ value: "high", position: "insideTopLeft" }}
        />
      )}
      {openedS !== null && (
        <ReferenceLine x={openedS} stroke="var(--color-ochre)" label={{ value: "opens", position: "insideTopLeft" }} />
      )}
      {channels.map((channel, at) => (
        <Line
          key={channel.name}
          data={[...channel.points]}
          dataKey="value"
          name={name(channel)}
          stroke={LOOKS[at]?.stroke ?? "var(--color-ink)"}
          strokeDasharray={LOOKS[at]?.dashes ?? "0"}
          strokeWidth={2}
          dot={false}
          isAnimationActive={false}
        />
      ))}
    </LineChart>
  );
}
