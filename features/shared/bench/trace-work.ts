import {
  leakRate,
  readTrace,
  summarise,
  thinOut,
  traceProblemText,
  warmUp,
  type ChannelSummary,
  type DrawnPoint,
  type Leak,
  type Limits,
  type WarmUp,
} from "@/core/trace";
import type { Unit } from "@/core/measure";

export interface TraceQuestion {
  readonly text: string;
  readonly limits: Limits;
}

export interface ChannelAnswer {
  readonly name: string;
  readonly unit: Unit | null;
  readonly summary: ChannelSummary | null;
  readonly leak: Leak | null;
  readonly points: readonly DrawnPoint[];
}

export type TraceAnswer =
  | { readonly ok: false; readonly problem: string }
  | {
      readonly ok: true;
      readonly points: number;
      readonly channels: readonly ChannelAnswer[];
      readonly warmUp: WarmUp | null;
    };

/** Enough for a screen; every peak is kept. */
const DRAWN = 600;

/** Everything that is said of a recording: read, summarised against the limits, looked at as a leak and as a warm-up. */
export function answerTrace({ text, limits }: TraceQuestion): TraceAnswer {
  const read = readTrace(text);
  if (!read.ok) return { ok: false, problem: traceProblemText(read.problem) };
  const { trace } = read;
  return {
    ok: true,
    points: trace.timeS.length,
    channels: trace.channels.map((channel) => ({
      name: channel.name,
      unit: channel.unit,
      summary: summarise(trace, channel, limits),
      leak: leakRate(trace, channel),
      points: thinOut(trace, channel, DRAWN),
    })),
    warmUp: warmUp(trace),
  };
}
