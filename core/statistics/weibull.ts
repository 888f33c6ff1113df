import type { Watched } from "./failure-curve";

/** S(t) = exp(-(t / scale)^shape). */
export interface Weibull {
  readonly shape: number;
  readonly scaleKm: number;
  readonly logLikelihood: number;
}

/** Shapes between which a fit is looked for: below, nothing ages; above, all fail at one odometer. */
const SHAPES = [0.02, 200] as const;
/** The score is looked at in so many places, evenly in the logarithm, for where it changes its sign. */
const PLACES = 400;
const HALVINGS = 200;

/**
 * The Weibull distribution that makes what was seen likeliest, with censored vehicles and late entries (left truncation; Lawless, Statistical
 * Models and Methods for Lifetime Data, 5.2). For a shape k the best scale is known: scale^k = sum(km^k - entered^k) / failures; the shape is
 * where the slope of the likelihood crosses zero.
 * @returns null with fewer than two failures, where all are at one odometer, or where no shape is the best one
 */
export function fitWeibull(vehicles: readonly Watched[]): Weibull | null {
  const failed = vehicles.flatMap(({ km, failed: isOne }) => (isOne ? km : []));
  if (failed.length < 2 || failed.every((km) => km === failed[0])) return null;
  const unit = vehicles.reduce((most, { km }) => Math.max(most, km), 0);
  const scaled = vehicles.map(({ enteredKm, km }) => ({ from: enteredKm / unit, to: km / unit }));
  const logs = failed.map((km) => Math.log(km / unit));
  const sumLogs = logs.reduce((sum, log) => sum + log, 0);
  const score = (shape: number) => {
    const { sum, slope } = sumsOf(scaled, shape);
    return failed.length * (1 / shape - slope / sum) + sumLogs;
  };
  const likelihood = (shape: number) => {
    const { sum } = sumsOf(scaled, shape);
    const count = failed.length;
    return count * (Math.log(shape) - Math.log(sum / count) - 1 - Math.log(unit)) + (shape - 1) * sumLogs;
  };
  const best = rootsOf(score).reduce<number | null>(
    (found, shape) => (found === null || likelihood(shape) > likelihood(found) ? shape : found),
    null,
  );
  if (best === null) return null;
  const scale = (sumsOf(scaled, best).sum / failed.length) ** (1 / best);
  return { shape: best, scaleKm: scale * unit, logLikelihood: likelihood(best) };
}

/** Sum of to^k - from^k, and how it grows with k. */
function sumsOf(vehicles: readonly { readonly from: number; readonly to: number }[], shape: number) {
  let [sum, slope] = [0, 0];
  for (const { from, to } of vehicles) {
    const [end, begin] = [to ** shape, from ** shape];
    sum += end - begin;
    slope += end * Math.log(to) - (from > 0 ? begin * Math.log(from) : 0);
  }
  return { sum, slope };
}

/** Where the slope of the likelihood goes from up to down. */
function rootsOf(score: (shape: number) => number): readonly number[] {
  const [least, most] = SHAPES;
  const shapeAt = (place: number) => least * (most / least) ** (place / PLACES);
  const roots: number[] = [];
  for (let place = 0, before = score(least); place < PLACES; place++) {
    const after = score(shapeAt(place + 1));
    if (before > 0 && after <= 0) roots.push(halved(score, shapeAt(place), shapeAt(place + 1)));
    before = after;
  }
  return roots;
}

function halved(score: (shape: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  for (let time = 0; time < HALVINGS; time++) {
    const middle = (low + high) / 2;
    if (middle === low || middle === high) break;
    if (score(middle) > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
