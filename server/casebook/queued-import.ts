import "server-only";
import { v7 as newId } from "uuid";
import type { CommandId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { deleteWork, insertWork, type WorkRow } from "@/server/db/long-work";
import { inTransaction, pool } from "@/server/db/pool";
import type { ComesFrom } from "@/server/other-shops/take-in";
import { askedBy } from "@/server/queue/asked-by";
import { fileOf, keepFile } from "@/server/queue/file";
import { beginToWait } from "@/server/queue/queue-work";
import type { TellProgress, WorkResult } from "@/server/queue/work";
import { runImport } from "./run-import";
import { spoolCasebook } from "./spool";

/** The largest casebook that is taken. */
export const MOST_MIB = 512;
const MOST_BYTES = MOST_MIB << 20;

interface SentCasebook {
  readonly commandId: CommandId;
  readonly actor: Actor;
  readonly from: ComesFrom | null;
  /** What the file is called where it comes from. */
  readonly file: string | null;
  readonly now: Date;
  readonly body: AsyncIterable<Uint8Array>;
}

/**
 * Takes a casebook's file in and puts its import into the queue. Nothing of it is looked at yet.
 * @returns the work's id; null where the file is too large, and was let go of
 */
export async function queueImport({ commandId, actor, from, file, now, body }: SentCasebook): Promise<string | null> {
  const id = newId();
  const { siteId, personId, tokenId } = actor;
  await insertWork(pool(), {
    id,
    kind: "import-casebook",
    commandId,
    siteId,
    personId,
    tokenId,
    askedAt: now,
    input: { from, file },
  });
  try {
    if ((await keepFile(id, body, MOST_BYTES)) === null) {
      await deleteWork(pool(), id);
      return null;
    }
    await inTransaction((db) => beginToWait(db, id));
    return id;
  } catch (error) {
    await deleteWork(pool(), id).catch(() => {});
    throw error;
  }
}

/** Does an import that waited in the queue. */
export async function importFromQueue(work: WorkRow, tell: TellProgress): Promise<WorkResult> {
  const actor = await askedBy(work);
  await tell({ stage: "read", done: 0, of: 0 });
  const read = await spoolCasebook(fileOf(work.id), MOST_BYTES);
  if (!read.ok) return { ok: false, refused: { why: read.why } };
  const { casebook } = read;
  try {
    // It was checked when it was asked for.
    const from = work.input.from as ComesFrom | null;
    const result = await runImport({ id: work.commandId, actor, casebook, from, now: work.askedAt, tell });
    if (result.ok) return result;
    return {
      ok: false,
      refused: result.why === "invalid" ? { why: "invalid", problems: result.problems } : { why: result.why },
    };
  } finally {
    await casebook.dispose();
  }
}
