import { fitLine, runningSums } from "./straight-lines";
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
  const known = [...timeS.keys()].filter((at) => !Number.isNaN(values[at]));
  if (known.length < LEAST_POINTS) return null;
  const times = known.map((at) => timeS[at] ?? 0);
  const sums = runningSums(
    times,
    known.map((at) => values[at] ?? 0),
  );
  const { slope, rss, n, stt } = fitLine(sums, 0, known.length);
  const minutes = ((times.at(-1) ?? 0) - (times[0] ?? 0)) / 60;
  const error = stt > 0 ? Math.sqrt(rss / (n - 2) / stt) * 60 : Infinity;
  return { perMinute: slope * 60, error, minutes, change: slope * 60 * minutes };
}
