import "server-only";
import { causeKey, type Added, type BookStep } from "@/core/book";
import { item } from "@/core/place";
import { ALL_VEHICLES, UNSOLVED_JOBS, type GroupKey } from "@/core/vehicle";
import type { Db } from "./pool";
import { execute, many } from "./rows";

/** What every change of the counters added to them, version by version, for those who keep the book in memory. */

/** A counter row by its key's columns, and what to add to it: whole numbers, so that sums are exact. */
export interface Delta {
  readonly key: readonly string[];
  readonly add: readonly number[];
}

/** What was added to the counters of each table. */
interface Moved {
  readonly causes?: readonly Delta[];
  readonly features?: readonly Delta[];
  readonly outcomes?: readonly Delta[];
}

/** More counters than these are read anew sooner than they are told. */
const MOST_IN_STEP = 3000;

/** What is added to the counters that whoever keeps the book has in memory; null where it is too much to be told. */
function stepOf({ causes = [], features = [], outcomes = [] }: Moved): BookStep | null {
  const wide = causes.filter(({ key: [group] }) => group === ALL_VEHICLES || group === UNSOLVED_JOBS);
  const size = wide.length + features.length + outcomes.length;
  if (size > MOST_IN_STEP) return null;
  return {
    groups: wide.map((delta) => ({ group: wordOf(delta, 0) as GroupKey, ...addedBy(delta, 1) })),
    features: features.map((delta) => ({
      feature: wordOf(delta, 0),
      module: wordOf(delta, 1),
      ...addedBy(delta, 2),
    })),
    outcomes: outcomes.map((delta) => ({
      procedure: wordOf(delta, 0),
      outcome: wordOf(delta, 1),
      ...addedBy(delta, 2),
    })),
  };
}

const wordOf = ({ key }: Delta, at: number): string => item(key, at);

/** @param from where component and failure stand in its key */
function addedBy(delta: Delta, from: number): Added {
  const [jobs, weightMilli] = [item(delta.add, 0), item(delta.add, 1)];
  return { cause: causeKey({ component: wordOf(delta, from), failure: wordOf(delta, from + 1) }), jobs, weightMilli };
}

/** Tells, within the transaction that moved the counters, what it added to them. */
export async function tellStep(db: Db, moved: Moved): Promise<void> {
  const { causes = [], features = [], outcomes = [] } = moved;
  if (causes.length + features.length + outcomes.length) await insertStep(db, stepOf(moved));
}

/** So many steps are kept for those who have to catch up; whoever is further behind reads the book anew. */
const KEPT_STEPS = 200;

async function insertStep(db: Db, step: BookStep | null): Promise<void> {
  await execute(
    db,
    `with told as (
       insert into book_step as kept (nth, counts)
       select nth, $1::jsonb from book_version
       on conflict (nth) do update set counts = kept.counts || excluded.counts
     )
     delete from book_step where nth < (select nth from book_version) - ${KEPT_STEPS}`,
    [step && JSON.stringify([step])],
  );
}

/** The steps from one version to another, in their order; null where not all of them were told. */
export async function stepsBetween(db: Db, after: number, until: number): Promise<readonly BookStep[] | null> {
  if (until <= after || until - after > KEPT_STEPS) return null;
  const rows = await many<{ counts: readonly BookStep[] | null }>(
    db,
    "select counts from book_step where nth > $1 and nth <= $2 order by nth",
    [after, until],
  );
  if (rows.length !== until - after) return null;
  const steps: BookStep[] = [];
  for (const { counts } of rows) {
    if (!counts) return null;
    steps.push(...counts);
  }
  return steps;
}
