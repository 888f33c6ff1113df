/** Chance for simulated shops: reproducible from a seed, so that two measurements play the very same jobs. */
export class Dice {
  private state: number;

  constructor(seed: number) {
    this.state = seed >>> 0;
  }

  /** Uniform in [0, 1): mulberry32 (Ettinger 2017). */
  next(): number {
    this.state = (this.state + 0x6d2b79f5) >>> 0;
    let t = this.state;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  }

  is(chance: number): boolean {
    return this.next() < chance;
  }

  between(low: number, high: number): number {
    return low + (high - low) * this.next();
  }

  whole(low: number, high: number): number {
    return Math.floor(this.between(low, high + 1));
  }

  pick<T>(list: readonly T[]): T {
    const found = list[Math.floor(this.next() * list.length)];
    if (found === undefined) throw new Error("Dice.pick: the list is empty");
    return found;
  }

  /** Several of a list, each once. */
  some<T>(list: readonly T[], count: number): readonly T[] {
    const rest = [...list];
    return Array.from({ length: Math.min(count, rest.length) }, () => {
      const [found] = rest.splice(Math.floor(this.next() * rest.length), 1);
      return found as T;
    });
  }

  /** A place in a list of weights, by weight. */
  weighted(weights: ArrayLike<number>): number {
    let sum = 0;
    for (let at = 0; at < weights.length; at++) sum += weights[at] ?? 0;
    let rest = this.next() * sum;
    for (let at = 0; at < weights.length; at++) {
      rest -= weights[at] ?? 0;
      if (rest < 0) return at;
    }
    return weights.length - 1;
  }

  normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.next())) * Math.cos(2 * Math.PI * this.next());
  }

  /** A stream of its own, so that what one part draws does not shift another part's draws. */
  fork(salt: number): Dice {
    return new Dice(Math.imul(this.state ^ (salt * 0x9e3779b1), 0x85ebca6b) ^ salt);
  }
}
