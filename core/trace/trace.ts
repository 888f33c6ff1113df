import type { Unit } from "@/core/measure";

/** A recording over time: seconds from its start, ascending, and one or two channels with a value at each. */
export interface Trace {
  readonly timeS: Float64Array;
  readonly channels: readonly Channel[];
}

export interface Channel {
  readonly name: string;
  readonly unit: Unit | null;
  /** As long as the times; NaN where the recorder left a gap. */
  readonly values: Float64Array;
}

/** @throws Error where a channel is not as long as the times, or the times do not ascend */
export function makeTrace(timeS: ArrayLike<number>, channels: readonly Channel[]): Trace {
  const times = Float64Array.from(timeS);
  for (let at = 1; at < times.length; at++)
    if (!((times[at] ?? 0) > (times[at - 1] ?? 0)))
      throw new Error(`makeTrace: time ${at} does not come after the one before`);
  const other = channels.find(({ values }) => values.length !== times.length);
  if (other) throw new Error(`makeTrace: ${other.name} has ${other.values.length} values for ${times.length} times`);
  return { timeS: times, channels };
}
