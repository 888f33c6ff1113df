import "server-only";
import { setTimeout as sleep } from "node:timers/promises";
import { TZDate } from "@date-fns/tz";
import { subDays } from "date-fns";
import { v7 as newId } from "uuid";
import type { CommandId, PersonId, SiteId } from "@/core/ids";
import { latestBackup } from "@/server/db/long-work";
import { inTransaction, pool, type Db } from "@/server/db/pool";
import { firstSite } from "@/server/db/sites";
import { log } from "@/server/log";
import { queueWork } from "@/server/queue/queue-work";
import { backupSettings } from "./settings";

interface AskedFor {
  readonly commandId: CommandId;
  readonly siteId: SiteId;
  /** Null where the clock asks. */
  readonly personId: PersonId | null;
  readonly tokenId: string | null;
  readonly askedAt: Date;
}

/** Puts a backup into the queue. @returns the work's id */
export const queueBackup = (db: Db, asked: AskedFor): Promise<string> =>
  queueWork(db, { kind: "backup", ...asked, input: {} });

/** When the latest backup was due by the clock of the shop. */
export function lastDue(now: Date, hour: number, timeZone: string): Date {
  const local = new TZDate(now, timeZone);
  const due = new TZDate(local.getFullYear(), local.getMonth(), local.getDate(), hour, timeZone);
  return new Date((due <= local ? due : subDays(due, 1)).getTime());
}

const LOOK_EVERY_MS = 60_000;

/** Once a day a backup, for the life of the process that does long work; one that was missed while nothing ran is made up for at once. */
export async function backUpDaily(): Promise<never> {
  for (;;) {
    await backUpIfDue(new Date()).catch((error: unknown) =>
      log().warn({ err: error }, "the day's backup was not asked for"),
    );
    await sleep(LOOK_EVERY_MS);
  }
}

/** @returns whether one was put into the queue */
export async function backUpIfDue(now: Date): Promise<boolean> {
  const set = backupSettings();
  const site = set && (await firstSite(pool()));
  if (!site) return false;
  const latest = await latestBackup(pool());
  // One that failed is tried again the next day, or by whoever reads why.
  if (latest && latest.askedAt >= lastDue(now, set.hour, site.timeZone)) return false;
  await inTransaction((db) =>
    queueBackup(db, {
      commandId: newId() as CommandId,
      siteId: site.id,
      personId: null,
      tokenId: null,
      askedAt: now,
    }),
  );
  return true;
}
