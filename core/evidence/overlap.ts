import { num } from "@/core/place";
import { weightsOf, type CountsByCause, type KnownCause } from "@/core/book";

/**
 * How much features say the same: the cosine between the causes that two of them come with (Salton and McGill 1983). Two codes of one
 * circuit come with the same causes in the same shares and are one message told twice; taken for two, they make the odds far too sure.
 */
export function overlaps(
  causes: readonly KnownCause[],
  features: readonly CountsByCause[],
): readonly (readonly number[])[] {
  const vectors = features.map((counts) => weightsOf(causes, counts));
  const lengths = vectors.map((vector) => Math.sqrt(dot(vector, vector)));
  return vectors.map((one, at) =>
    vectors.map((other, to) => {
      const length = (lengths[at] ?? 0) * (lengths[to] ?? 0);
      return at === to ? 1 : length > 0 ? dot(one, other) / length : 0;
    }),
  );
}

/** Each feature's share of what it says together with its like: 1 where nothing else says it, a half where one other says the same. */
export function shares(overlap: readonly (readonly number[])[]): readonly number[] {
  return overlap.map((row) => 1 / row.reduce((sum, each) => sum + each * each, 0));
}

function dot(a: Float64Array, b: Float64Array): number {
  let sum = 0;
  for (let at = 0; at < a.length; at++) sum += num(a, at) * num(b, at);
  return sum;
}
