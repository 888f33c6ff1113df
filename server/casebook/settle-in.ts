import "server-only";
import { setTimeout as sleep } from "node:timers/promises";
import { addNextWaiting } from "@/server/db/counters-waiting";
import { keepOfPattern } from "@/server/db/known-failure-counts";
import { knownFailureKeys } from "@/server/db/known-failures";
import { inTransaction, pool } from "@/server/db/pool";
import { LOCK_NOT_AVAILABLE, sqlStateOf } from "@/server/db/sqlstate";

const AGAIN_MS = 100;

/**
 * After an import: adds what it taught to the counters, and counts anew what the jobs say of each known failure, little by little, so that nobody
 * waits for it. What was interrupted goes on with the next call.
 */
export async function settleIn(): Promise<void> {
  while (await addNext());
  for (const key of await knownFailureKeys(pool())) await inTransaction((db) => keepOfPattern(db, key));
}

/** @returns whether more may wait; also where somebody held what was to be added */
async function addNext(): Promise<boolean> {
  try {
    return await inTransaction(addNextWaiting);
  } catch (error) {
    if (sqlStateOf(error) !== LOCK_NOT_AVAILABLE) throw error;
    await sleep(AGAIN_MS);
    return true;
  }
}
