import { item, num } from "@/core/place";
import type { Evidence } from "./evidence";

/** A piece of evidence with the place on the vehicle that it speaks of; null where the part is there once, or nobody said. */
export interface Placed {
  readonly evidence: Evidence;
  readonly place: string | null;
}

/**
 * Evidence of one place says little about another: "cylinder 1 good" does not clear an injector of cylinder 2. Where a cause is, is not
 * known: it is as likely to be at each of the places that its part is at, so what the tests say of it is the mean over them. Each piece keeps
 * what it adds to those before it.
 */
export function spreadOverWhere(placed: readonly Placed[]): readonly Evidence[] {
  if (placed.every(({ place }) => place === null)) return placed.map(({ evidence }) => evidence);
  const names = [...new Set(placed.flatMap(({ place }) => (place === null ? [] : [tidy(place)])))];
  const others = Math.max(0, Math.max(...names.map(placesLike)) - names.length);
  const size = placed[0]?.evidence.weights.length ?? 0;
  // By hypothesis, then place: what was said so far; the last is every place that nobody named.
  const said = Array.from({ length: size }, () => new Float64Array(names.length + 1));
  const before = new Float64Array(size);
  return placed.map(({ evidence, place }) => {
    const at = place === null ? -1 : names.indexOf(tidy(place));
    const weights = evidence.weights.map((weight, hypothesis) => {
      const own = item(said, hypothesis);
      for (let each = 0; each < own.length; each++) if (at < 0 || each === at) own[each] = num(own, each) + weight;
      const sum = own.reduce((total, log, each) => total + (each < names.length ? 1 : others) * Math.exp(log), 0);
      const now = Math.log(sum / (names.length + others));
      const added = now - num(before, hypothesis);
      before[hypothesis] = now;
      return added;
    });
    return place === null ? { ...evidence, weights } : { ...evidence, weights, rates: null };
  });
}

/** A vehicle has four cylinders or wheels, two sides or banks or twins, unless more of them are named. */
const USUAL = 4;
const SIDES = 2;

function placesLike(name: string): number {
  const ends = /front|rear/.test(name);
  const sided = /left|right|bank|side|inner|outer|upper|lower/.test(name);
  return sided && !ends ? SIDES : ends && !sided ? SIDES : USUAL;
}

const tidy = (place: string) => place.trim().toLowerCase().replace(/\s+/g, " ");
