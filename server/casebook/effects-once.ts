import "server-only";
import type { Effect } from "@/core/book";

/** Of two effects on the same cause the first holds, in the order in which the book keeps them. */
export function onceEach(effects: readonly Effect[]): readonly Effect[] {
  const name = ({ component, failure }: Effect) => `${component}/${failure ?? ""}`;
  const first = new Map([...effects].reverse().map((effect) => [name(effect), effect]));
  // As PostgreSQL orders them: what speaks of the whole component comes last.
  const order = ({ component, failure }: Effect) => `${component}\u0000${failure ?? "\uffff"}`;
  return [...first.values()].sort((a, b) => (order(a) < order(b) ? -1 : 1));
}
