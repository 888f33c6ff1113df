import "server-only";
import { setTimeout as sleep } from "node:timers/promises";
import { inTransaction, type Db } from "./pool";
import { execute } from "./rows";
import { LOCK_NOT_AVAILABLE, sqlStateOf } from "./sqlstate";

/** Whoever has time gives way to people: a closing that waits for what is held here goes first. */
const GIVES_WAY_MS = 100;
const AGAIN_MS = 100;

/** Runs `work` in a short transaction that waits for nobody: where somebody else holds what it needs, all of it is tried again in a moment. */
export async function givingWay<Result>(work: (db: Db) => Promise<Result>): Promise<Result> {
  for (;;) {
    try {
      return await inTransaction(async (db) => {
        await execute(db, `set local lock_timeout = ${GIVES_WAY_MS}`);
        return work(db);
      });
    } catch (error) {
      if (sqlStateOf(error) !== LOCK_NOT_AVAILABLE) throw error;
      await sleep(AGAIN_MS);
    }
  }
}
