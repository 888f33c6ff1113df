import { createHash } from "node:crypto";

/** A source of chance with a fixed seed: mulberry32, 32 bits of state, good enough to deal out demo jobs. */
export interface Chance {
  /** 0 up to 1 */
  next(): number;
  /** from `low` to `high`, both included */
  whole(low: number, high: number): number;
  pick<T>(list: readonly T[]): T;
  is(probability: number): boolean;
}

export function seeded(seed: number): Chance {
  let state = seed >>> 0;
  const next = () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
  const whole = (low: number, high: number) => low + Math.floor(next() * (high - low + 1));
  return {
    next,
    whole,
    pick<T>(list: readonly T[]): T {
      const item = list[whole(0, list.length - 1)];
      if (item === undefined) throw new Error("pick: the list is empty");
      return item;
    },
    is: (probability) => next() < probability,
  };
}

/** The same name gives the same UUID (version 8 of RFC 9562: our own content), so that a load that was cut off can go on. */
export function uuidOf(name: string): string {
  const hex = createHash("sha256").update(`dead-ends demo/${name}`).digest("hex");
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-9${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}
