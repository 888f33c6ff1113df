import "server-only";
import { setTimeout as sleep } from "node:timers/promises";
import { takeTheTimeItNeeds, type Db } from "./pool";
import { execute } from "./rows";
import { LOCK_NOT_AVAILABLE, sqlStateOf } from "./sqlstate";

/** A number of our own among PostgreSQL's advisory locks. */
const COUNTING = 3_517_201;
const SPEAKING = 3_517_203;

/** Changes of jobs count side by side, but not while something is changed that alters what other jobs teach. */
export async function countTogether(db: Db): Promise<void> {
  await execute(db, "select pg_advisory_xact_lock_shared($1)", [COUNTING]);
}

/**
 * Whoever writes what the jobs of other shops come to does it one at a time: their casebooks come, go and are weighed, and words become one. Nobody who
 * works on a job waits for it. To be asked for before any of the counters is written.
 */
export async function speakInTurn(db: Db): Promise<void> {
  await execute(db, "select pg_advisory_xact_lock($1)", [SPEAKING]);
}

/** Whoever wants to count alone waits in line so long, and lets those behind it pass for a moment: they close jobs, and wait for it as long as it waits. */
const FIRST_IN_LINE_MS = 50;
const LONGEST_IN_LINE_MS = 1600;
const BESIDE_MS = 100;

/** Waits for every change of a job that is under way and holds the next ones up until the transaction ends: the beginning of long work. */
export async function countAlone(db: Db): Promise<void> {
  await takeTheTimeItNeeds(db);
  await speakInTurn(db);
  for (let ms = FIRST_IN_LINE_MS; !(await aloneWithin(db, ms)); ms = Math.min(ms * 2, LONGEST_IN_LINE_MS))
    await sleep(BESIDE_MS);
}

/** @returns whether it came to be alone within so many milliseconds */
async function aloneWithin(db: Db, ms: number): Promise<boolean> {
  await execute(db, "savepoint in_line");
  try {
    await execute(db, `set local lock_timeout = ${ms}`);
    await execute(db, "select pg_advisory_xact_lock($1)", [COUNTING]);
    await execute(db, "set local lock_timeout = 0");
    await execute(db, "release savepoint in_line");
    return true;
  } catch (error) {
    if (sqlStateOf(error) !== LOCK_NOT_AVAILABLE) throw error;
    await execute(db, "rollback to savepoint in_line");
    return false;
  }
}
