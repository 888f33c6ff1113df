import "server-only";
import { setTimeout as sleep } from "node:timers/promises";
import { findWork, isAnybodyThere, type WorkRow } from "@/server/db/long-work";
import { pool } from "@/server/db/pool";

const FIRST_MS = 50;
const LONGEST_MS = 500;
/** Whoever does the work may be started anew meanwhile; longer than this nobody is waited for. */
const NOBODY_MS = 60_000;

/**
 * Waits until long work is over.
 * @returns the work; null where nobody does it, or whoever waited has left: it stays in the queue
 */
export async function workEnded(id: string, left: AbortSignal): Promise<WorkRow | null> {
  let [missingSince, pauseMs] = [Number.POSITIVE_INFINITY, FIRST_MS];
  while (!left.aborted) {
    const work = await findWork(pool(), id);
    if (!work || work.endedAt) return work;
    if (await isAnybodyThere(pool())) missingSince = Number.POSITIVE_INFINITY;
    else missingSince = Math.min(missingSince, performance.now());
    if (performance.now() - missingSince > NOBODY_MS) return null;
    await sleep(pauseMs);
    pauseMs = Math.min(LONGEST_MS, pauseMs * 2);
  }
  return null;
}
