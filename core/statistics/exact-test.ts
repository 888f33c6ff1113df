import { gammaln } from "simple-statistics";

const logChoose = (n: number, k: number) => gammaln(n + 1) - gammaln(k + 1) - gammaln(n - k + 1);

/**
 * One-sided exact test (Fisher 1935): how likely at least `seen` of `drawn` have a trait that `having` of `all` have, where chance alone drew them
 * (the upper tail of the hypergeometric distribution).
 * @throws Error where the counts cannot be
 * @example exactUpperTail({ seen: 3, drawn: 3, having: 3, all: 6 }) // 0.05
 */
export function exactUpperTail({ seen, drawn, having, all }: Drawn): number {
  if (!(drawn <= all && having <= all && seen <= Math.min(drawn, having) && seen >= 0))
    throw new Error(`exactUpperTail: ${seen} of ${drawn} with ${having} of ${all} cannot be`);
  const [least, most] = [Math.max(seen, drawn + having - all), Math.min(drawn, having)];
  if (least > most) return 0;
  // From the likeliest count outwards, each from the one beside it, until there is nothing left to add.
  const mode = Math.floor(((drawn + 1) * (having + 1)) / (all + 2));
  const from = Math.min(most, Math.max(least, mode));
  const first = Math.exp(logChoose(having, from) + logChoose(all - having, drawn - from) - logChoose(all, drawn));
  const ratioUp = (k: number) => ((having - k) * (drawn - k)) / ((k + 1) * (all - having - drawn + k + 1));
  let sum = first;
  for (let [k, term] = [from, first]; k < most && term > sum * NEGLIGIBLE; k++) sum += term *= ratioUp(k);
  for (let [k, term] = [from, first]; k > least && term > sum * NEGLIGIBLE; k--) sum += term /= ratioUp(k - 1);
  return Math.min(1, sum);
}

/** Of the sum: less than it can hold. */
const NEGLIGIBLE = 1e-18;

export interface Drawn {
  readonly seen: number;
  readonly drawn: number;
  readonly having: number;
  readonly all: number;
}

/**
 * The false discovery rate at which each of several tests would just be called found (Benjamini and Hochberg 1995, step-up), in their order.
 * @param pValues all that were looked at, 0 to 1
 */
export function falseDiscoveryRates(pValues: readonly number[]): readonly number[] {
  const order = pValues.map((p, at) => ({ p, at })).sort((a, b) => b.p - a.p);
  const rates = new Array<number>(pValues.length).fill(1);
  let least = 1;
  for (const [nth, { p, at }] of order.entries()) {
    least = Math.min(least, (p * pValues.length) / (pValues.length - nth));
    rates[at] = least;
  }
  return rates;
}

/**
 * The lower end of the 95 % interval of a rate ratio, on the log scale (Katz et al. 1978); half a case is added on each side where none was seen
 * elsewhere (Haldane 1956).
 */
export function rateRatioLow(inside: Share, outside: Share): number {
  const add = outside.with === 0 ? 0.5 : 0;
  const [a, n] = [inside.with + add, inside.of + add];
  const [c, m] = [outside.with + add, outside.of + add];
  if (a === 0 || n === 0 || m === 0) return 0;
  const spread = Math.sqrt(Math.max(0, 1 / a - 1 / n + 1 / c - 1 / m));
  return Math.exp(Math.log(a / n / (c / m)) - Z_95 * spread);
}

const Z_95 = 1.959964;

export interface Share {
  readonly with: number;
  readonly of: number;
}
