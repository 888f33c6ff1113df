import "server-only";
import { lastGoodBackup } from "@/server/db/long-work";
import { pool } from "@/server/db/pool";
import type { BackupDone } from "./back-up";
import { backupSettings } from "./settings";

/** Whether the shop is backed up by itself, and since when not. */
export interface BackupStanding {
  /** Whether there is a folder for backups. */
  readonly isSet: boolean;
  /** Hour of the shop's day from which the day's backup is due. */
  readonly hour: number;
  readonly last: { readonly at: string; readonly bytes: number } | null;
  /** The last good one should have been followed by another. */
  readonly isOld: boolean;
}

/** A day and a half: one that is written a little later each day is none too late. */
const OLD_AFTER_MS = 36 * 3600 * 1000;

export async function backupStanding(now: Date): Promise<BackupStanding> {
  const set = backupSettings();
  const good = set && (await lastGoodBackup(pool()));
  // The work itself wrote it.
  const made = good?.result?.answer as BackupDone | undefined;
  return {
    isSet: set !== null,
    hour: set?.hour ?? 0,
    last: good && made ? { at: good.askedAt.toISOString(), bytes: made.bytes } : null,
    isOld: good ? now.getTime() - good.askedAt.getTime() > OLD_AFTER_MS : false,
  };
}
