import "server-only";
import { setTimeout as sleep } from "node:timers/promises";
import { bringBookUpToDate } from "@/server/book/current-book";
import { bookVersion } from "@/server/book/load";
import { bookMayHaveChanged, setHearing } from "@/server/db/book-news";
import { findJob } from "@/server/db/jobs";
import { listenAlways } from "@/server/db/listen";
import { isAnybodyThere } from "@/server/db/long-work";
import { outlooksBehind, type BehindRow } from "@/server/db/outlooks";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { log } from "@/server/log";
import { hearJobs } from "@/server/live/listen";
import { forgetRemembered } from "@/server/remembered";
import { forgetNames } from "@/server/views/ask/names";
import { bringUpToDate } from "./keep";

/** What is kept of jobs follows the book and the trail in the background, so that whoever looks finds it worked out. */

/** Told by the database within the transaction that gives the book another version. */
const BOOK_CHANNEL = "dead_ends_book";
/** Looked after so often, whether anything was heard or not. */
const EVERY_MS = 2000;
/** So long after somebody changed a job: whoever did it looks at its sheet at once. */
const AFTER_CHANGE_MS = 50;
/** Of the time, no more than this share is spent on it: people come first. */
const SHARE = 0.25;
const AT_ONCE = 20;

const kept: typeof globalThis & { deadEndsKeptUp?: boolean } = globalThis;

/** Whether outlooks are kept up to date for as long as this process serves: by whoever does long work, or by itself. */
export const isKeptUp = (): boolean => kept.deadEndsKeptUp === true;

/** From now on, for the life of a process that serves: it hears of the book, and follows where nobody else does. */
export function keepUp(): void {
  if (kept.deadEndsKeptUp) return;
  kept.deadEndsKeptUp = true;
  hearOfBook();
  void followAlways(async () => !(await isAnybodyThere(pool())));
}

/** Keeps the book in this process's memory as the database has it. */
export function hearOfBook(): void {
  listenAlways(BOOK_CHANNEL, {
    onNews: (what) => {
      if (what === "names") return forgetNames();
      bookMayHaveChanged();
      // Not on whoever asks next.
      void bringBookUpToDate().catch(() => {});
    },
    onHearing: (isHearing) => {
      setHearing(isHearing);
      forgetNames();
      forgetRemembered();
    },
  });
}

/**
 * Brings open jobs up to date for the life of the process: it takes time that whoever waits for a page should not wait for, so that the process that does
 * long work does it.
 * @param isOurs whether it is for this process to do, asked each time
 */
export async function followAlways(isOurs: () => Promise<boolean>): Promise<never> {
  let waiting = new AbortController();
  hearJobs({ onNews: () => setTimeout(() => waiting.abort(), AFTER_CHANGE_MS).unref() });
  for (;;) {
    waiting = new AbortController();
    // Where the database is away, those who listen to it have said so.
    const done = await isOurs()
      .then((ours) => (ours ? followOnce() : 0))
      .catch(() => 0);
    if (done < AT_ONCE) await sleep(EVERY_MS, undefined, { signal: waiting.signal }).catch(() => {});
  }
}

/** Brings open jobs up to date that are behind, those that changed last first. @returns how many were */
export async function followOnce(): Promise<number> {
  const db = pool();
  let done = 0;
  for (const row of await outlooksBehind(db, await bookVersion(db), AT_ONCE)) {
    const begun = performance.now();
    try {
      await follow(row);
      done++;
    } catch (error) {
      // One that cannot be worked out holds up no other.
      log().warn({ err: error, job: row.id }, "outlook: not brought up to date");
    }
    await sleep((performance.now() - begun) * (1 / SHARE - 1));
  }
  return done;
}

async function follow({ id, siteId }: BehindRow): Promise<void> {
  const db = pool();
  const site = await findSite(db, siteId);
  const job = await findJob(db, siteId, id);
  if (job && !job.closedAt) await bringUpToDate(db, site, job, new Date());
}
