import { causeKey, type Cause, type CauseKey, type Count, type CountsByCause } from "@/core/book";
import type { GroupKey } from "@/core/vehicle";
import type { Lesson } from "./lesson";

/** Counters in memory: what lessons add up to. The database keeps the same in tables; measurements and tests keep it here. */
export class Counters {
  readonly groups = new Tallies<GroupKey>();
  /** By feature key, summed over modules. */
  readonly features = new Tallies<string>();
  readonly codesByModule = new Map<string, Tallies<string>>();
  readonly outcomes = new Map<string, Tallies<string>>();

  add({ causes, features, outcomes }: Omit<Lesson, "trials">): void {
    for (const row of causes) this.groups.add(row.group, row);
    for (const row of features) {
      this.features.add(row.key, row);
      if (row.module && row.key.startsWith("code|")) talliesIn(this.codesByModule, row.module).add(row.key, row);
    }
    for (const row of outcomes) talliesIn(this.outcomes, row.procedure).add(row.outcome, row);
  }
}

/** Counts by key and cause, added up from lessons. */
export class Tallies<Key extends string> {
  readonly counts = new Map<Key, Map<CauseKey, Count>>();

  add(key: Key, row: Cause & { readonly weightMilli: number }): void {
    const own = this.counts.get(key) ?? new Map<CauseKey, Count>();
    const cause = causeKey(row);
    const before = own.get(cause);
    own.set(cause, { jobs: (before?.jobs ?? 0) + 1, weight: (before?.weight ?? 0) + row.weightMilli / 1000 });
    this.counts.set(key, own);
  }
}

function talliesIn(map: Map<string, Tallies<string>>, key: string): Tallies<string> {
  const found = map.get(key) ?? new Tallies<string>();
  map.set(key, found);
  return found;
}

/** A map of tallies as a map of their counts. */
export const countsOf = (
  map: ReadonlyMap<string, Tallies<string>>,
): ReadonlyMap<string, ReadonlyMap<string, CountsByCause>> =>
  new Map([...map].map(([key, tallies]) => [key, tallies.counts]));
