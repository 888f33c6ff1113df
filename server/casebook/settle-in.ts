import "server-only";
import { setTimeout as sleep } from "node:timers/promises";
import { addNextWaiting } from "@/server/db/counters-waiting";
import { inTransaction, type Db } from "@/server/db/pool";
import { LOCK_NOT_AVAILABLE, sqlStateOf } from "@/server/db/sqlstate";
import { countNextVehicles } from "@/server/db/vehicles-waiting";

const AGAIN_MS = 100;

/**
 * Adds what waits for the counters, and counts what the jobs of vehicles that wait say of known failures, little by little, so that nobody waits
 * for it. What was interrupted goes on with the next call.
 */
export async function settleIn(): Promise<void> {
  for (const next of [addNextWaiting, countNextVehicles]) while (await tried(next));
}

/** @returns whether more may wait; also where somebody held what was next */
async function tried(next: (db: Db) => Promise<boolean>): Promise<boolean> {
  try {
    return await inTransaction(next);
  } catch (error) {
    if (sqlStateOf(error) !== LOCK_NOT_AVAILABLE) throw error;
    await sleep(AGAIN_MS);
    return true;
  }
}
