import { num } from "@/core/place";
import type { Channel, Trace } from "./trace";

/** A point to draw. */
export interface DrawnPoint {
  readonly timeS: number;
  readonly value: number;
}

/**
 * Few enough points to draw, with every peak kept: of each stretch the lowest and the highest, in their order.
 * @param most about how many points are wanted, 4 at least
 */
export function thinOut({ timeS }: Trace, { values }: Channel, most: number): readonly DrawnPoint[] {
  const size = Math.max(1, Math.ceil(values.length / Math.max(2, Math.floor(most / 2))));
  const points: DrawnPoint[] = [];
  for (let from = 0; from < values.length; from += size) {
    let [low, high] = [-1, -1];
    for (let at = from; at < Math.min(from + size, values.length); at++) {
      const value = num(values, at);
      if (Number.isNaN(value)) continue;
      if (low < 0 || value < num(values, low)) low = at;
      if (high < 0 || value > num(values, high)) high = at;
    }
    for (const at of [...new Set([low, high])].filter((each) => each >= 0).sort((a, b) => a - b))
      points.push({ timeS: num(timeS, at), value: num(values, at) });
  }
  return points;
}
