import { num } from "@/core/place";
import type { Channel, Trace } from "./trace";

/** How fast a held pressure or vacuum is lost. */
export interface Leak {
  /** Change a minute in the channel's unit: negative for a pressure that is lost. */
  readonly perMinute: number;
  /** Standard error of that rate. */
  readonly error: number;
  readonly minutes: number;
  /** From the first to the last point of the fitted line, in the channel's unit. */
  readonly change: number;
}

const LEAST_POINTS = 3;

/**
 * The rate of the straight line through a held pressure (least squares). A leak slows as the pressure falls; over the part of it that
 * is watched in a workshop the line is close, and its error says how close.
 * @returns null where there are fewer than three points
 */
export function leakRate({ timeS }: Trace, { values }: Channel): Leak | null {
  // One pass, shifted by the first point so that squares keep their digits.
  let [n, t, v, tt, tv, vv, t0, v0, last] = [0, 0, 0, 0, 0, 0, 0, 0, 0];
  for (let at = 0; at < values.length; at++) {
    const value = num(values, at);
    if (Number.isNaN(value)) continue;
    const time = num(timeS, at);
    if (!n) [t0, v0] = [time, value];
    const [dt, dv] = [time - t0, value - v0];
    n++;
    t += dt;
    v += dv;
    tt += dt * dt;
    tv += dt * dv;
    vv += dv * dv;
    last = time;
  }
  if (n < LEAST_POINTS) return null;
  const stt = tt - (t * t) / n;
  const slope = stt > 0 ? (tv - (t * v) / n) / stt : 0;
  const rss = Math.max(0, vv - (v * v) / n - slope * (tv - (t * v) / n));
  const minutes = (last - t0) / 60;
  const error = stt > 0 ? Math.sqrt(rss / (n - 2) / stt) * 60 : Infinity;
  return { perMinute: slope * 60, error, minutes, change: slope * 60 * minutes };
}
