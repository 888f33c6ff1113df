import "server-only";
import { promisify } from "node:util";
import { constants, gunzip, gzip } from "node:zlib";
import { v7 as newId } from "uuid";
import type { CommandId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { deleteWork, insertPiece, insertWork, letWait, readPiece, type WorkRow } from "@/server/db/long-work";
import { inTransaction, pool } from "@/server/db/pool";
import type { ComesFrom } from "@/server/other-shops/take-in";
import { askedBy } from "@/server/queue/asked-by";
import { enqueue } from "@/server/queue/boss";
import type { TellProgress, WorkResult } from "@/server/queue/work";
import { runImport } from "./run-import";
import { spoolCasebook } from "./spool";

/** The largest casebook that is taken. */
export const MOST_MIB = 512;
const MOST_BYTES = MOST_MIB << 20;
/** Pieces of so many bytes wait in the database. */
const PIECE_BYTES = 1 << 20;

const [zip, unzip] = [promisify(gzip), promisify(gunzip)];

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
    if (!(await keepBody(id, body))) {
      await deleteWork(pool(), id);
      return null;
    }
    await inTransaction(async (db) => {
      await letWait(db, id);
      await enqueue(db, id);
    });
    return id;
  } catch (error) {
    await deleteWork(pool(), id).catch(() => {});
    throw error;
  }
}

/** @returns whether all of it was short enough to be kept */
async function keepBody(id: string, body: AsyncIterable<Uint8Array>): Promise<boolean> {
  let [waiting, waitingBytes, bytes, seq]: [Uint8Array[], number, number, number] = [[], 0, 0, 0];
  const write = async () => {
    const piece = await zip(Buffer.concat(waiting), { level: constants.Z_BEST_SPEED });
    await insertPiece(pool(), id, seq++, piece);
    [waiting, waitingBytes] = [[], 0];
  };
  for await (const piece of body) {
    bytes += piece.length;
    if (bytes > MOST_BYTES) return false;
    waiting.push(piece);
    waitingBytes += piece.length;
    if (waitingBytes >= PIECE_BYTES) await write();
  }
  if (waitingBytes) await write();
  return true;
}

async function* piecesOf(id: string): AsyncGenerator<Uint8Array> {
  for (let seq = 0; ; seq++) {
    const piece = await readPiece(pool(), id, seq);
    if (!piece) return;
    yield await unzip(piece);
  }
}

/** Does an import that waited in the queue. */
export async function importFromQueue(work: WorkRow, tell: TellProgress): Promise<WorkResult> {
  const actor = await askedBy(work);
  await tell({ stage: "read", done: 0, of: 0 });
  const read = await spoolCasebook(piecesOf(work.id), MOST_BYTES);
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
