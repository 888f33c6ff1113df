import { setTimeout as sleep } from "node:timers/promises";
import { pool } from "@/server/db/pool";
import { maybeOne } from "@/server/db/rows";

/** Somebody who waited for a lock: how long at least, in milliseconds, what they wanted to do, and what its holder was doing. */
interface LockWait {
  readonly ms: number;
  readonly wanted: string;
  readonly holder: string;
}

const LOOK_EVERY_MS = 20;

/** The longest wait for a lock, looked for every 20 ms until it is over: what is shorter may not be seen. */
export async function longestLockWait(over: AbortSignal): Promise<LockWait | null> {
  let longest: LockWait | null = null;
  while (!over.aborted) {
    const wait = await maybeOne<LockWait>(
      pool(),
      `select extract(epoch from clock_timestamp() - l.waitstart) * 1000 as ms, left(a.query, 80) as wanted,
         coalesce((select string_agg(left(h.query, 80), '; ') from pg_stat_activity h where h.pid = any(pg_blocking_pids(l.pid))), '') as holder
       from pg_locks l
       join pg_stat_activity a on a.pid = l.pid
       where not l.granted and a.datname = current_database()
       order by l.waitstart
       limit 1`,
    );
    if (wait && wait.ms > (longest?.ms ?? 0)) longest = wait;
    await sleep(LOOK_EVERY_MS);
  }
  return longest;
}

/** "86 ms (update book_version …, while … was done)" */
export function lockWaitText(wait: LockWait | null): string {
  if (!wait) return "nobody was seen waiting";
  const [wanted, holder] = [wait.wanted, wait.holder].map((text) => text.replaceAll(/\s+/g, " "));
  return `${Math.round(wait.ms)} ms (${wanted} waited for ${holder})`;
}
