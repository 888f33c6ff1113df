/**
 * What is worked out once for the same book is kept beside it. A web server is built in several pieces, and each may load this module for itself: what
 * one of them has worked out is there for the others, since all of it is kept in one place of the process.
 */
const all: typeof globalThis & { deadEndsKept?: Map<string, WeakMap<object, unknown>> } = globalThis;

/**
 * What is kept beside each key, for as long as the key is in use.
 * @param name of what is kept; the same name means the same keys and values everywhere
 */
export function keptBeside<K extends object, V>(name: string): WeakMap<K, V> {
  // A development server loads changed modules anew: what older code worked out is not for them.
  if (process.env.NODE_ENV !== "production") return new WeakMap<K, V>();
  const places = (all.deadEndsKept ??= new Map<string, WeakMap<object, unknown>>());
  const kept = places.get(name) ?? new WeakMap<object, unknown>();
  places.set(name, kept);
  return kept as WeakMap<K, V>;
}
