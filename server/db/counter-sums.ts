import "server-only";
import type { Delta } from "./book-steps";

/** What to add to the counters of one table: by the first column of their key, then by the rest of it. */
export class Sums {
  readonly #byFirst = new Map<string, Map<string, number[]>>();
  size = 0;

  bump(first: string, rest: string, add: number[]): void {
    let own = this.#byFirst.get(first);
    if (!own) this.#byFirst.set(first, (own = new Map<string, number[]>()));
    const sum = own.get(rest);
    if (sum) {
      for (let at = 0; at < add.length; at++) sum[at] = (sum[at] ?? 0) + (add[at] ?? 0);
      return;
    }
    own.set(rest, add);
    this.size++;
  }

  /** Lets go of those that are what they were. */
  dropUnmoved(): void {
    for (const own of this.#byFirst.values())
      for (const [rest, add] of own) {
        if (add.some((value) => value !== 0)) continue;
        own.delete(rest);
        this.size--;
      }
  }

  /** Adds what another has, or takes it away. */
  addAll(other: Sums, sign: 1 | -1): void {
    for (const [first, own] of other.#byFirst)
      for (const [rest, add] of own)
        this.bump(
          first,
          rest,
          add.map((value) => sign * value),
        );
  }

  /** One order for all writers, so that two of them never wait for each other in a circle. */
  inOrder(): readonly Delta[] {
    const byName = ([a]: [string, unknown], [b]: [string, unknown]) => (a < b ? -1 : a > b ? 1 : 0);
    return [...this.#byFirst].sort(byName).flatMap(([first, own]) =>
      [...own]
        .filter(([, add]) => add.some((value) => value !== 0))
        .sort(byName)
        .map(([rest, add]) => ({ key: [first, ...rest.split(BETWEEN)], add })),
    );
  }
}

/** Between the columns of a key. No key holds a NUL: PostgreSQL knows none. */
export const BETWEEN = "\0";
