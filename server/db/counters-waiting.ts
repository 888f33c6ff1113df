import "server-only";
import { tellStep, type Delta } from "./book-steps";
import { CopyRows } from "./copy-rows";
import { countTogether } from "./count-locks";
import { BETWEEN, Sums } from "./counter-sums";
import { addTo, TABLES, type Counted } from "./counter-tables";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

/** What imports add to the counters waits in the database until it is added, some hundred at a time. */

/** Lets what is to be added to the counters of one table wait. */
export async function letDeltasWait(db: Db, name: Counted, deltas: readonly Delta[]): Promise<void> {
  const rows = new CopyRows("counter_waiting", "counted text, key text, add bigint[]");
  for (const { key, add } of deltas) rows.add(name, JSON.stringify(key), `{${add.join(",")}}`);
  await rows.write(db);
}

interface WaitingRow {
  readonly key: string;
  readonly add: readonly number[];
}

/** As PostgreSQL writes a list of bigints. */
const deltaOf = ({ key, add }: WaitingRow): Delta => ({
  // It was written as such a list.
  key: JSON.parse(key) as readonly string[],
  add: add.map(Number),
});

/** One at a time adds what waits: a number of our own among PostgreSQL's advisory locks. */
export const ADDING = 3_517_202;

/** So many are added at a time: some ten milliseconds. */
const ADDED_AT_ONCE = 500;

/**
 * Adds the next counters that wait, within a transaction of their own that gives way (`givingWay`).
 * @returns whether more of them may wait
 */
export async function addNextWaiting(db: Db): Promise<boolean> {
  await countTogether(db);
  await execute(db, "select pg_advisory_xact_lock($1)", [ADDING]);
  for (const name of Object.keys(TABLES) as Counted[]) {
    const rows = await many<WaitingRow>(
      db,
      `delete from counter_waiting
       where ctid = any(array(select ctid from counter_waiting where counted = $1 order by key limit ${ADDED_AT_ONCE}))
       returning key, add`,
      [name],
    );
    if (!rows.length) continue;
    await addTold(db, name, rows.map(deltaOf));
    return true;
  }
  return false;
}

/** Adds what waits for some counters. */
export async function addWaitingOf(db: Db, name: Counted, deltas: readonly Delta[]): Promise<void> {
  if (!(await maybeOne(db, "select from counter_waiting limit 1"))) return;
  await execute(db, "select pg_advisory_xact_lock($1)", [ADDING]);
  const rows = await many<WaitingRow>(
    db,
    "delete from counter_waiting where counted = $1 and key = any($2) returning key, add",
    [name, deltas.map(({ key }) => JSON.stringify(key))],
  );
  if (rows.length) await addTold(db, name, rows.map(deltaOf));
}

async function addTold(db: Db, name: Counted, waiting: readonly Delta[]): Promise<void> {
  const sums = new Sums();
  // Two imports may have let the same counter wait.
  for (const { key, add } of waiting) sums.bump(key[0] ?? "", key.slice(1).join(BETWEEN), [...add]);
  const deltas = sums.inOrder();
  await addTo(db, TABLES[name], deltas);
  await tellStep(db, { [name]: deltas });
}

/** What waits for the counters of one table. */
export async function readWaiting(db: Db, name: Counted): Promise<Delta[]> {
  return (await many<WaitingRow>(db, "select key, add from counter_waiting where counted = $1", [name])).map(deltaOf);
}
