import { fitLine, runningSums } from "./straight-lines";
import type { Trace } from "./trace";

/** When what was followed began to move, and whether the flow behind it came along. */
export interface WarmUp {
  /** Seconds from the start at which the second channel began to rise; null where it never did. */
  readonly openedS: number | null;
  /** The first channel's value then. */
  readonly openedAt: number | null;
  /** Whether the second channel came to within `FOLLOW_SHARE` of the first one's own rise by the end. */
  readonly followed: boolean | null;
  /** How much better two straight lines fit the second channel than one: an F ratio. */
  readonly clearness: number;
}

/** Two lines with a free corner cost three parameters more than one line's two; below this ratio the corner may be noise. */
const LEAST_CLEARNESS = 20;
/** What opens lets its channel rise several times as fast as before. */
const LEAST_STEEPENING = 3;
const LEAST_POINTS = 8;
/** Of the way between where it was when it opened and where the first channel is at the end. */
const FOLLOW_SHARE = 0.5;

/**
 * A warm-up with two temperatures: the first climbs steadily (engine outlet), the second (behind a thermostat) stays until what lies
 * between them opens. The corner of the best pair of straight lines through the second channel is when it opened: every corner is
 * tried, in one pass (Hudson 1966, Fitting Segmented Curves Whose Join Points Have to Be Estimated, without the join).
 * @returns null where there are no two channels, or too few points that both have
 */
export function warmUp({ timeS, channels: [first, second] }: Trace): WarmUp | null {
  if (!first || !second) return null;
  const known = [...timeS.keys()].filter((at) => !Number.isNaN(first.values[at]) && !Number.isNaN(second.values[at]));
  if (known.length < LEAST_POINTS) return null;
  const times = Float64Array.from(known, (at) => timeS[at] ?? 0);
  const lead = Float64Array.from(known, (at) => first.values[at] ?? 0);
  const behind = Float64Array.from(known, (at) => second.values[at] ?? 0);
  const { corner, clearness, before, after } = bestCorner(times, behind);
  const opens = clearness >= LEAST_CLEARNESS && after > 0 && after >= LEAST_STEEPENING * Math.max(before, 0);
  if (!opens) return { openedS: null, openedAt: null, followed: null, clearness };
  const [end, endBehind, atOpening] = [lead.at(-1) ?? 0, behind.at(-1) ?? 0, behind[corner] ?? 0];
  return {
    openedS: times[corner] ?? null,
    openedAt: lead[corner] ?? null,
    followed: endBehind - atOpening >= FOLLOW_SHARE * (end - atOpening),
    clearness,
  };
}

interface Corner {
  readonly corner: number;
  readonly clearness: number;
  readonly before: number;
  readonly after: number;
}

function bestCorner(times: Float64Array, values: Float64Array): Corner {
  const n = times.length;
  const sums = runningSums(times, values);
  const whole = fitLine(sums, 0, n);
  let best = { corner: 3, rss: Infinity };
  for (let corner = 3; corner <= n - 3; corner++) {
    const rss = fitLine(sums, 0, corner).rss + fitLine(sums, corner, n).rss;
    if (rss < best.rss) best = { corner, rss };
  }
  const noise = best.rss / Math.max(1, n - 5);
  const clearness = noise > 0 ? (whole.rss - best.rss) / 3 / noise : whole.rss > 0 ? Infinity : 0;
  const { corner } = best;
  return { corner, clearness, before: fitLine(sums, 0, corner).slope, after: fitLine(sums, corner, n).slope };
}
