import "server-only";
import { setTimeout as sleep } from "node:timers/promises";
import { subDays, subHours } from "date-fns";
import type PgBoss from "pg-boss";
import { backUpDaily } from "@/server/backup/schedule";
import { FILE_KEPT_HOURS } from "@/server/casebook/queued-export";
import { settleIn } from "@/server/casebook/settle-in";
import { listenAlways } from "@/server/db/listen";
import { DOING_LONG_WORK, dropFilesBefore, forgetOldWork, WORK_CHANNEL } from "@/server/db/long-work";
import { pool } from "@/server/db/pool";
import { clientFor } from "@/server/db/primary";
import { many } from "@/server/db/rows";
import { log } from "@/server/log";
import { followAlways, hearOfBook } from "@/server/outlook/keep-up";
import { settings } from "@/server/settings";
import { LONG_WORK, queueOfWorker, type QueuedWork } from "./boss";
import { perform } from "./perform";

/** Whether there is work is asked so often, and when somebody says so. */
const ASK_EVERY_S = 2;
const KEPT_DAYS = 30;
const ARRIVING_HOURS = 24;

/**
 * Does long work, one after another, for as long as the connection to the database holds; beside it what would keep people waiting: brings open jobs up
 * to date with the book, counts what waits to be counted, and once a day asks for a backup. Of all processes that are started for it on one database, one does it; the
 * others wait until that one is gone, and take over what it left.
 * @returns why it ended
 */
export async function doLongWork(): Promise<string> {
  const { databaseDirectUrl } = settings();
  const Client = clientFor(databaseDirectUrl);
  const alone = new Client({
    connectionString: databaseDirectUrl,
    application_name: "dead-ends-worker",
    keepAlive: true,
  });
  const lost = new Promise<string>((done) => {
    alone.on("error", (error) => done(error.message)).once("end", () => done("the connection ended"));
  });
  await alone.connect();
  await alone.query("select pg_advisory_lock($1)", [DOING_LONG_WORK]);
  const boss = await queueOfWorker();
  await boss.start();
  await takeUpWhatWasLeft(boss);
  const worker: string = await boss.work(
    LONG_WORK,
    { pollingIntervalSeconds: ASK_EVERY_S, batchSize: 1 },
    async (jobs: QueuedWork[]) => {
      for (const { data } of jobs) await perform(data.workId);
      // What came meanwhile is not left until it is asked for again.
      boss.notifyWorker(worker);
    },
  );
  hearOfBook();
  void followAlways(async () => true);
  void settleAlways();
  void backUpDaily();
  void forgetAlways();
  listenAlways(WORK_CHANNEL, { onNews: () => boss.notifyWorker(worker) });
  return lost;
}

const SETTLE_EVERY_MS = 2000;

/** Counts what waits to be counted, whoever let it wait. What goes wrong with it ends no other work, and is tried again. */
async function settleAlways(): Promise<never> {
  for (;;) {
    await settleIn().catch((error: unknown) => log().warn({ err: error }, "what waits was not counted"));
    await sleep(SETTLE_EVERY_MS);
  }
}

const FORGET_EVERY_MS = 600_000;

/** Lets go of what ended long ago, and of files that nobody fetches any more. */
async function forgetAlways(): Promise<never> {
  for (;;) {
    await forget(new Date()).catch((error: unknown) => log().warn({ err: error }, "old work was not let go of"));
    await sleep(FORGET_EVERY_MS);
  }
}

async function forget(now: Date): Promise<void> {
  await forgetOldWork(pool(), subDays(now, KEPT_DAYS), subHours(now, ARRIVING_HOURS));
  await dropFilesBefore(pool(), subHours(now, FILE_KEPT_HOURS));
}

/** What is held as being done was left by a process that is gone: this one holds the lock. */
async function takeUpWhatWasLeft(boss: PgBoss): Promise<void> {
  const left = await many<{ id: string }>(pool(), "select id from queue.job where name = $1 and state = 'active'", [
    LONG_WORK,
  ]);
  if (!left.length) return;
  log().info({ left: left.length }, "long work that was left is taken up again");
  await boss.fail(
    LONG_WORK,
    left.map(({ id }) => id),
  );
}
