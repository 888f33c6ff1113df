/** Least squares by running sums, so that any stretch of a trace is fitted in constant time after one pass. */
export interface RunningSums {
  readonly n: Float64Array;
  readonly t: Float64Array;
  readonly v: Float64Array;
  readonly tt: Float64Array;
  readonly tv: Float64Array;
  readonly vv: Float64Array;
}

export interface Line {
  readonly slope: number;
  /** Value at time zero of the sums. */
  readonly start: number;
  /** Sum of squared residuals, never negative. */
  readonly rss: number;
}

/** Sums of both columns up to and without each place. Both are shifted by their first values, so that squares keep their digits. */
export function runningSums(times: ArrayLike<number>, values: ArrayLike<number>): RunningSums {
  const length = times.length + 1;
  const make = () => new Float64Array(length);
  const sums = { n: make(), t: make(), v: make(), tt: make(), tv: make(), vv: make() };
  const t0 = times[0] ?? 0;
  const v0 = values[0] ?? 0;
  for (let at = 0; at < times.length; at++) {
    const t = (times[at] ?? 0) - t0;
    const v = (values[at] ?? 0) - v0;
    const add = (sum: Float64Array, value: number) => (sum[at + 1] = (sum[at] ?? 0) + value);
    add(sums.n, 1);
    add(sums.t, t);
    add(sums.v, v);
    add(sums.tt, t * t);
    add(sums.tv, t * v);
    add(sums.vv, v * v);
  }
  return sums;
}

/** The straight line through the points from `from` up to and without `to`; slope 0 where all times are one. */
export function fitLine(sums: RunningSums, from: number, to: number): Line {
  const of = (sum: Float64Array) => (sum[to] ?? 0) - (sum[from] ?? 0);
  const n = of(sums.n);
  const [t, v] = [of(sums.t), of(sums.v)];
  const stt = of(sums.tt) - (t * t) / n;
  const stv = of(sums.tv) - (t * v) / n;
  const svv = of(sums.vv) - (v * v) / n;
  const slope = stt > 0 ? stv / stt : 0;
  return { slope, start: (v - slope * t) / n, rss: Math.max(0, svv - slope * stv) };
}
