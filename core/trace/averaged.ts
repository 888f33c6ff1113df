import { item, num } from "@/core/place";
/** Points of two columns that belong together, gaps left out. */
export interface Columns {
  readonly times: Float64Array;
  readonly columns: readonly Float64Array[];
}

/**
 * The points where every column has a value, long recordings averaged over stretches of equal count: a straight line fits the means
 * as it fits the points, and a million of them take no longer than `most`.
 */
export function averaged(times: Float64Array, columns: readonly Float64Array[], most: number): Columns {
  const stretch = Math.max(1, Math.ceil(times.length / most));
  const length = Math.ceil(times.length / stretch);
  const outTimes = new Float64Array(length);
  const out = columns.map(() => new Float64Array(length));
  let kept = 0;
  for (let from = 0; from < times.length; from += stretch) {
    const to = Math.min(from + stretch, times.length);
    let [count, time] = [0, 0];
    const sums = columns.map(() => 0);
    for (let at = from; at < to; at++) {
      if (columns.some((column) => Number.isNaN(column[at]))) continue;
      count++;
      time += num(times, at);
      for (let each = 0; each < columns.length; each++) sums[each] = item(sums, each) + (columns[each]?.[at] ?? 0);
    }
    if (!count) continue;
    outTimes[kept] = time / count;
    out.forEach((column, each) => (column[kept] = item(sums, each) / count));
    kept++;
  }
  return { times: outTimes.subarray(0, kept), columns: out.map((column) => column.subarray(0, kept)) };
}
