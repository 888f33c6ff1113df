import type { CountsByCause, KnownCause } from "./counts";

/** The causes of a book by their places, and which of them share system, component or way of failing. */
export interface CauseIndex {
  readonly size: number;
  readonly system: Int32Array;
  readonly component: Int32Array;
  readonly failure: Int32Array;
  readonly systems: number;
  readonly components: number;
  readonly failures: number;
}

const INDEXES = new WeakMap<readonly KnownCause[], CauseIndex>();
const WEIGHTS = new WeakMap<readonly KnownCause[], WeakMap<CountsByCause, Float64Array>>();

/** Made once for the same list. */
export function indexOf(causes: readonly KnownCause[]): CauseIndex {
  const kept = INDEXES.get(causes);
  if (kept) return kept;
  const [system, systems] = numbered(causes.map((cause) => cause.system));
  const [component, components] = numbered(causes.map((cause) => cause.component));
  const [failure, failures] = numbered(causes.map((cause) => cause.failure));
  const index = { size: causes.length, system, component, failure, systems, components, failures };
  INDEXES.set(causes, index);
  return index;
}

function numbered(names: readonly string[]): readonly [Int32Array, number] {
  const numbers = new Map<string, number>();
  const places = Int32Array.from(names, (name) => {
    const found = numbers.get(name) ?? numbers.size;
    numbers.set(name, found);
    return found;
  });
  return [places, numbers.size];
}

/** The weights of counts by the cause's place; what is counted of other causes is left out. Made once for the same counts. */
export function weightsOf(causes: readonly KnownCause[], counts: CountsByCause): Float64Array {
  const own = WEIGHTS.get(causes) ?? new WeakMap<CountsByCause, Float64Array>();
  WEIGHTS.set(causes, own);
  const kept = own.get(counts);
  if (kept) return kept;
  const weights = Float64Array.from(causes, ({ key }) => counts.get(key)?.weight ?? 0);
  own.set(counts, weights);
  return weights;
}
