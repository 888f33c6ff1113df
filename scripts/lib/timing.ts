import { performance } from "node:perf_hooks";

/** Milliseconds of every call after the warm-up, ascending. */
export async function timed(
  calls: number,
  warmUp: number,
  work: (call: number) => Promise<unknown>,
): Promise<number[]> {
  const taken: number[] = [];
  for (let call = 0; call < calls + warmUp; call++) {
    const start = performance.now();
    await work(call);
    if (call >= warmUp) taken.push(performance.now() - start);
  }
  return taken.sort((a, b) => a - b);
}

/** The value below which a share of the ascending list lies. */
export function quantile(sorted: readonly number[], share: number): number {
  return sorted[Math.floor((sorted.length - 1) * share)] ?? 0;
}
