import type { RepairWork } from "./work";

/** A part as far as mixing asks for it. */
export interface MixedPart {
  readonly component: string;
  readonly place?: string | null;
  readonly work?: RepairWork | null;
}

/** Two places whose revisions may not run together. */
export interface Mixed {
  readonly component: string;
  readonly one: Running;
  readonly other: Running;
}

interface Running {
  readonly place: string;
  readonly revision: string;
}

/**
 * Revisions of a part that may not run together, over all places: what was fitted last at each place, and what was said to be there already.
 * A revision that no rule names may run with any.
 * @param parts in the order in which they were fitted
 */
export function mixedRevisions(parts: readonly MixedPart[]): readonly Mixed[] {
  return [...new Set(parts.map(({ component }) => component))].flatMap((component) => {
    const own = parts.filter((part) => part.component === component);
    const rules = new Map(
      own.flatMap(({ work }) => (work?.mixing ?? []).map((rule) => [rule.revision, rule.runsWith])),
    );
    const running = [...runningIn(own)].map(([place, revision]) => ({ place, revision }));
    const clash = (one: Running, other: Running) =>
      one.revision !== other.revision &&
      (forbids(rules.get(one.revision), other) || forbids(rules.get(other.revision), one));
    return running.flatMap((one, at) =>
      running.slice(at + 1).flatMap((other) => (clash(one, other) ? [{ component, one, other }] : [])),
    );
  });
}

const forbids = (runsWith: readonly string[] | undefined, { revision }: Running): boolean =>
  runsWith !== undefined && !runsWith.includes(revision);

/** By place; what was fitted later holds. */
function runningIn(parts: readonly MixedPart[]): ReadonlyMap<string, string> {
  const running = new Map<string, string>();
  for (const { work, place } of parts) {
    for (const each of work?.beside ?? []) running.set(each.place, each.revision);
    if (work?.revision) running.set(place ?? "here", work.revision);
  }
  return running;
}
