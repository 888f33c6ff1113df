import { averaged } from "./averaged";
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
/** Three points show that something opened: still shut, widest apart, and closer again. */
const LEAST_BY_GAP = 3;
/** Of the widest gap between the two channels, so much has closed where what lies between has opened. */
const CLOSED_SHARE = 0.2;
/** Of its whole rise. */
const RISEN_SHARE = 0.7;
/** The second line needs three points at least. */
const POINTS_BEYOND = 4;
/** Enough for a corner to a second in three hours. */
const MOST_POINTS = 10_000;
/** Of the way between where it was when it opened and where the first channel is at the end. */
const FOLLOW_SHARE = 0.5;

/** What the gap between the two channels says, with as few points as there are. */
export interface OpeningByGap {
  /** The first channel's value at the widest gap and at the point after it: it opened between the two, or a little before. */
  readonly between: readonly [from: number, to: number] | null;
  /** The highest that the first channel came. */
  readonly highest: number;
  /** Seconds from the start at the widest gap. */
  readonly atS: number;
  /** Share of the widest gap that has closed since. */
  readonly closed: number;
}

/**
 * When it opened, by how far the second channel lags behind the first: the lag grows while it is shut and shrinks once it is open. Coarse, but
 * true of five readings noted by hand.
 * @returns null where there are no two channels, or fewer than three points that both have
 */
export function openingByGap({ timeS, channels: [first, second] }: Trace): OpeningByGap | null {
  if (!first || !second) return null;
  const both = [...first.values].flatMap((value, at) => {
    const behind = second.values[at] ?? Number.NaN;
    return Number.isNaN(value) || Number.isNaN(behind) ? [] : [{ value, gap: value - behind, atS: timeS[at] ?? 0 }];
  });
  const [start, last] = [both[0], both.at(-1)];
  if (both.length < LEAST_BY_GAP || !start || !last) return null;
  const widest = both.reduce((best, each) => (each.gap > best.gap ? each : best), start);
  const next = both[both.indexOf(widest) + 1];
  const closed = widest.gap > 0 ? (widest.gap - last.gap) / widest.gap : 0;
  const opens = next !== undefined && widest.gap > 0 && closed >= CLOSED_SHARE;
  return {
    between: opens ? [widest.value, next.value] : null,
    highest: both.reduce((most, { value }) => Math.max(most, value), start.value),
    atS: widest.atS - start.atS,
    closed,
  };
}

/**
 * A warm-up with two temperatures: the first climbs steadily (engine outlet), the second (behind a thermostat) stays until what lies
 * between them opens. The corner of the best pair of straight lines through the second channel is when it opened: every corner is
 * tried, in one pass (Hudson 1966, Fitting Segmented Curves Whose Join Points Have to Be Estimated, without the join).
 * @returns null where there are no two channels, or too few points that both have
 */
export function warmUp({ timeS, channels: [first, second] }: Trace): WarmUp | null {
  if (!first || !second) return null;
  const { times, columns } = averaged(timeS, [first.values, second.values], MOST_POINTS);
  const [lead, behind] = columns;
  if (!lead || !behind || times.length < LEAST_POINTS) return null;
  const to = beforeLevelling(behind);
  const best = bestCorner(times.subarray(0, to), behind.subarray(0, to));
  const { corner, clearness, before, after } = best;
  const opens = clearness >= LEAST_CLEARNESS && after > 0 && after >= LEAST_STEEPENING * Math.max(before, 0);
  if (!opens) return { openedS: null, openedAt: null, followed: null, clearness };
  const openedS = crossing(best, times);
  const [end, endBehind, atOpening] = [lead.at(-1) ?? 0, behind.at(-1) ?? 0, valueAt(openedS, times, behind, corner)];
  return {
    openedS,
    openedAt: valueAt(openedS, times, lead, corner),
    followed: endBehind - atOpening >= FOLLOW_SHARE * (end - atOpening),
    clearness,
  };
}

/**
 * What opens lets its channel climb until it levels off at the first one's height. That second bend is none of the opening: the corner is
 * looked for up to where most of the rise is done, and a few points beyond.
 */
function beforeLevelling(values: Float64Array): number {
  let [low, high] = [Infinity, -Infinity];
  for (const value of values) {
    if (value < low) low = value;
    if (value > high) high = value;
  }
  const risen = values.findIndex((value) => value >= low + RISEN_SHARE * (high - low));
  return Math.min(values.length, Math.max(risen + POINTS_BEYOND, LEAST_POINTS));
}

interface Corner {
  /** The first place of the second line. */
  readonly corner: number;
  readonly clearness: number;
  /** Slopes of the two lines. */
  readonly before: number;
  readonly after: number;
  /** Where the two lines meet, in seconds from the first point; may lie outside of the step between them. */
  readonly meetS: number;
}

/** Where the two lines meet, but never outside of the step in which the corner lies. */
function crossing({ corner, meetS }: Corner, times: Float64Array): number {
  const [from, to] = [times[corner - 1] ?? 0, times[corner] ?? 0];
  return Math.min(to, Math.max(from, (times[0] ?? 0) + meetS));
}

/** A channel's value at a time in the step before a place. */
function valueAt(seconds: number, times: Float64Array, values: Float64Array, to: number): number {
  const [t0, t1] = [times[to - 1] ?? 0, times[to] ?? 0];
  const share = t1 > t0 ? (seconds - t0) / (t1 - t0) : 1;
  return (values[to - 1] ?? 0) * (1 - share) + (values[to] ?? 0) * share;
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
  const [first, second] = [fitLine(sums, 0, corner), fitLine(sums, corner, n)];
  const meetS = (first.start - second.start) / (second.slope - first.slope);
  return { corner, clearness, before: first.slope, after: second.slope, meetS };
}
