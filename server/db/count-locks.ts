import "server-only";
import { takeTheTimeItNeeds, type Db } from "./pool";
import { execute } from "./rows";

/** A number of our own among PostgreSQL's advisory locks. */
const COUNTING = 3_517_201;

/** Changes of jobs count side by side, but not while something is changed that alters what other jobs teach. */
export async function countTogether(db: Db): Promise<void> {
  await execute(db, "select pg_advisory_xact_lock_shared($1)", [COUNTING]);
}

/** Waits for every change of a job that is under way and holds the next ones up until the transaction ends: the beginning of long work. */
export async function countAlone(db: Db): Promise<void> {
  await takeTheTimeItNeeds(db);
  await execute(db, "select pg_advisory_xact_lock($1)", [COUNTING]);
}
