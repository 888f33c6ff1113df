import { num } from "@/core/place";
import type { Unit } from "@/core/measure";
import { makeTrace, type Trace } from "./trace";

/** A recording as it is sent and kept: plain numbers, gaps as null. */
export interface KeptTrace {
  readonly timeS: readonly number[];
  readonly channels: readonly {
    readonly name: string;
    readonly unit: Unit | null;
    readonly values: readonly (number | null)[];
  }[];
}

/** @throws Error as `makeTrace` does */
export function traceOf({ timeS, channels }: KeptTrace): Trace {
  return makeTrace(
    timeS,
    channels.map(({ name, unit, values }) => ({
      name,
      unit,
      values: Float64Array.from(values, (value) => value ?? Number.NaN),
    })),
  );
}

/**
 * A recording with few enough points to keep: of each stretch, the first point and those where a channel is lowest or highest, so that
 * peaks, ends and gaps between them stay what they were.
 * @param most about how many points are kept, 16 at least
 */
export function keepTrace({ timeS, channels }: Trace, most: number): KeptTrace {
  const perStretch = 1 + 2 * channels.length;
  const size = Math.max(1, Math.ceil(timeS.length / Math.max(2, Math.floor(most / perStretch))));
  const places: number[] = [];
  for (let from = 0; from < timeS.length; from += size) {
    const to = Math.min(from + size, timeS.length);
    const own = new Set([from, ...channels.flatMap(({ values }) => extremes(values, from, to))]);
    places.push(...[...own].sort((a, b) => a - b));
  }
  const last = timeS.length - 1;
  if (last >= 0 && places.at(-1) !== last) places.push(last);
  return {
    timeS: places.map((at) => num(timeS, at)),
    channels: channels.map(({ name, unit, values }) => ({
      name,
      unit,
      values: places.map((at) => (Number.isNaN(values[at]) ? null : num(values, at))),
    })),
  };
}

function extremes(values: Float64Array, from: number, to: number): readonly number[] {
  let [low, high] = [-1, -1];
  for (let at = from; at < to; at++) {
    const value = num(values, at);
    if (Number.isNaN(value)) continue;
    if (low < 0 || value < num(values, low)) low = at;
    if (high < 0 || value > num(values, high)) high = at;
  }
  return low < 0 ? [] : [low, high];
}
