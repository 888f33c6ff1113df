import "server-only";
import { addNextWaiting } from "@/server/db/counters-waiting";
import { keepOfPattern } from "@/server/db/known-failure-counts";
import { knownFailureKeys } from "@/server/db/known-failures";
import { inTransaction, pool } from "@/server/db/pool";

/**
 * After an import: adds what it taught to the counters, and counts anew what the jobs say of each known failure, little by little, so that nobody
 * waits for it. What was interrupted goes on with the next call.
 */
export async function settleIn(): Promise<void> {
  while (await inTransaction(addNextWaiting));
  for (const key of await knownFailureKeys(pool())) await inTransaction((db) => keepOfPattern(db, key));
}
