import { num } from "@/core/place";
import type { Channel, Trace } from "./trace";

export interface Limits {
  readonly low: number | null;
  readonly high: number | null;
}

export interface ChannelSummary {
  readonly count: number;
  readonly min: number;
  readonly max: number;
  /** Weighted by time, trapezoidal: a fast recorder's bursts do not count more. */
  readonly mean: number;
  /** Seconds spent outside the limits, crossings interpolated. */
  readonly outsideS: number;
  /** When it first left the limits, null where it never did. */
  readonly firstOutsideS: number | null;
  /** So many times it left them. */
  readonly excursions: number;
}

/**
 * What a channel did, in one pass over its points. Gaps are left out: nothing is assumed of what was not recorded.
 * @returns null where the channel has no point at all
 */
export function summarise({ timeS }: Trace, { values }: Channel, { low, high }: Limits): ChannelSummary | null {
  const floor = low ?? Number.NEGATIVE_INFINITY;
  const ceiling = high ?? Number.POSITIVE_INFINITY;
  let [count, min, max, area, span, outsideS, excursions] = [0, Infinity, -Infinity, 0, 0, 0, 0];
  let firstOutsideS: number | null = null;
  let wasOutside = false;
  let [lastT, lastV] = [Number.NaN, Number.NaN];
  for (let at = 0; at < values.length; at++) {
    const value = num(values, at);
    const time = num(timeS, at);
    if (Number.isNaN(value)) {
      lastV = Number.NaN;
      continue;
    }
    count++;
    if (value < min) min = value;
    if (value > max) max = value;
    const isOutside = value < floor || value > ceiling;
    if (isOutside && !wasOutside) {
      excursions++;
      firstOutsideS ??= time;
    }
    wasOutside = isOutside;
    if (!Number.isNaN(lastV)) {
      const seconds = time - lastT;
      area += ((value + lastV) / 2) * seconds;
      span += seconds;
      outsideS += seconds * (outsideShare(lastV, value, floor) + outsideShare(-lastV, -value, -ceiling));
    }
    lastT = time;
    lastV = value;
  }
  if (!count) return null;
  const mean = span > 0 ? area / span : lastMean(values);
  return { count, min, max, mean, outsideS, firstOutsideS, excursions };
}

/** The share of a straight step from `a` to `b` that lies below `floor`. */
function outsideShare(a: number, b: number, floor: number): number {
  if (a >= floor && b >= floor) return 0;
  if (a < floor && b < floor) return 1;
  const below = a < floor ? floor - a : floor - b;
  return below / Math.abs(b - a);
}

function lastMean(values: Float64Array): number {
  const known = values.filter((value) => !Number.isNaN(value));
  return known.reduce((sum, value) => sum + value, 0) / known.length;
}
