import {
  keepTrace,
  leakRate,
  readTrace,
  summarise,
  thinOut,
  traceProblemText,
  warmUp,
  type ChannelSummary,
  type DrawnPoint,
  type KeptTrace,
  type Leak,
  type Limits,
  type Trace,
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
      /** Thinned out, to be kept with a test. */
      readonly kept: KeptTrace;
    };

/** Enough for a screen; every peak is kept. */
const DRAWN = 600;
/** Enough to judge by, and little enough to be kept on a phone. */
const KEPT = 1500;

/** Everything that is said of a recording: read, summarised against the limits, looked at as a leak and as a warm-up. */
export function answerTrace({ text, limits }: TraceQuestion): TraceAnswer {
  const read = readTrace(text);
  if (!read.ok) return { ok: false, problem: traceProblemText(read.problem) };
  return answerOf(read.trace, limits);
}

/** The same of a recording that was read before. */
export function answerOf(trace: Trace, limits: Limits): Extract<TraceAnswer, { ok: true }> {
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
    kept: keepTrace(trace, KEPT),
  };
}
