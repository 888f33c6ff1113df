import "server-only";
import { mkdir, readdir, rename, rm, stat } from "node:fs/promises";
import { join } from "node:path";
import type { WorkRow } from "@/server/db/long-work";
import type { TellProgress, WorkResult } from "@/server/queue/work";
import { onDatabase, readWith } from "./postgres-tool";
import { backupSettings, type BackupSettings } from "./settings";

/** Backups of ours in the folder; whatever else lies there is nobody's business. */
const OURS = /^dead-ends-\d{4}-\d{2}-\d{2}T\d{2}-\d{2}-\d{2}Z\.dump$/;
const PART = ".part";
const LOOK_EVERY_MS = 300;
const MEGABYTE = 1e6;

/** What a backup is called: by the moment it was asked for, so that names stand in the order of time. */
export const backupName = (askedAt: Date): string =>
  `dead-ends-${askedAt.toISOString().slice(0, 19).replaceAll(":", "-")}Z.dump`;

/** A backup that was written and read back. */
export interface BackupDone {
  readonly file: string;
  readonly bytes: number;
}

/**
 * Writes the whole database to a file of its own, reads that back from its first byte to its last, and only then lets the oldest go that are more than
 * are kept. What is cut off never stands under the name of a whole one.
 */
export async function backUp({ askedAt }: Pick<WorkRow, "askedAt">, tell: TellProgress): Promise<WorkResult> {
  const set = backupSettings();
  if (!set) return failed("No folder for backups is set (BACKUP_DIR).");
  const file = join(set.folder, backupName(askedAt));
  const part = file + PART;
  const stop = new AbortController();
  try {
    await mkdir(set.folder, { recursive: true });
    await dropParts(set);
    const args = ["--format=custom", "--no-owner", "--no-privileges", "--file", part];
    const grows = tellerOf(part, tell);
    const written = await watched(onDatabase("pg_dump", args, stop.signal), () => grows("back-up"));
    if (!written.ok) return failed(`It was not written: ${written.said}`);
    const checking = readWith("pg_restore", ["--file=/dev/null", part], stop.signal);
    const read = await watched(checking, () => grows("read-back"));
    if (!read.ok) return failed(`It was written, but cannot be read back: ${read.said}`);
    const { size: bytes } = await stat(part);
    await rename(part, file);
    await keepLatest(set);
    return { ok: true, answer: { file, bytes } satisfies BackupDone };
  } catch (error) {
    if (!isOfFiles(error)) throw error;
    return failed(`It was not written: ${error.message}`);
  } finally {
    stop.abort();
    // Where it could not be written, there may be nothing to remove it from.
    await rm(part, { force: true }).catch(() => {});
  }
}

const failed = (detail: string): WorkResult => ({ ok: false, refused: { why: "backup", detail } });

const isOfFiles = (error: unknown): error is NodeJS.ErrnoException =>
  error instanceof Error && "syscall" in error && "path" in error;

/** Tells how large the file is by now. */
const tellerOf = (part: string, tell: TellProgress) => async (stage: string) => {
  const size = await stat(part).then(
    (found) => found.size,
    () => 0,
  );
  await tell({ stage, done: Math.round(size / MEGABYTE), of: 0 });
};

/** Looks in now and then until a program has ended. @throws where somebody asked that it be stopped */
async function watched<Ended>(tool: Promise<Ended>, look: () => Promise<void>): Promise<Ended> {
  const pause = () => new Promise<null>((done) => setTimeout(done, LOOK_EVERY_MS, null));
  for (;;) {
    const ended = await Promise.race([tool, pause()]);
    if (ended !== null) return ended;
    await look();
  }
}

/** What an earlier try left that was killed. */
async function dropParts({ folder }: BackupSettings): Promise<void> {
  for (const name of await readdir(folder))
    if (name.endsWith(PART) && OURS.test(name.slice(0, -PART.length))) await rm(join(folder, name), { force: true });
}

async function keepLatest({ folder, kept }: BackupSettings): Promise<void> {
  const ours = (await readdir(folder)).filter((name) => OURS.test(name)).sort();
  for (const name of ours.slice(0, Math.max(0, ours.length - kept))) await rm(join(folder, name), { force: true });
}
