import "server-only";
import { subHours } from "date-fns";
import type { CommandId, SiteId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { countJobs } from "@/server/db/casebook";
import { dropFile, findWork, hasFile, type WorkRow } from "@/server/db/long-work";
import { pool, type Db } from "@/server/db/pool";
import { askedBy } from "@/server/queue/asked-by";
import { keepFile } from "@/server/queue/file";
import { queueWork } from "@/server/queue/queue-work";
import type { TellProgress, WorkResult } from "@/server/queue/work";
import { exportCasebook } from "./export";

/** A casebook of more jobs is made by whoever does long work, and fetched when it is there; a smaller one is sent as it is made. */
export const SENT_AT_ONCE = 2000;
/** So long a file that was made can be fetched; it goes an hour later, when whoever began to fetch it has it. */
const FETCHED_HOURS = 24;
export const FILE_KEPT_HOURS = FETCHED_HOURS + 1;

interface Asked {
  readonly commandId: CommandId;
  readonly actor: Actor;
  readonly anonymous: boolean;
  readonly now: Date;
}

/** A file of a casebook that was made. */
export interface CasebookMade {
  readonly bytes: number;
  readonly jobs: number;
}

/** Puts the making of a casebook's file into the queue. @returns the work's id */
export function queueExport(db: Db, { commandId, actor, anonymous, now }: Asked): Promise<string> {
  const { siteId, personId, tokenId } = actor;
  const input = { anonymous, file: casebookName({ now, anonymous }) };
  return queueWork(db, { kind: "export-casebook", commandId, siteId, personId, tokenId, askedAt: now, input });
}

/** Makes the file of a casebook, to be fetched for a day. */
export async function exportFromQueue(work: WorkRow, tell: TellProgress): Promise<WorkResult> {
  const { siteId } = await askedBy(work);
  const { anonymous } = work.input as { readonly anonymous: boolean };
  const of = await countJobs(pool(), siteId);
  // What an earlier try left of it.
  await dropFile(pool(), work.id);
  let jobs = 0;
  const told = async (more: number) => tell({ stage: "export", done: (jobs += more), of });
  await told(0);
  const pieces = exportCasebook(pool(), siteId, { now: work.askedAt, anonymous, told });
  const bytes = await keepFile(work.id, encoded(pieces));
  return { ok: true, answer: { bytes: bytes ?? 0, jobs } satisfies CasebookMade };
}

/** What a casebook's file is called. */
export const casebookName = ({ now, anonymous }: { readonly now: Date; readonly anonymous: boolean }): string =>
  `casebook-${anonymous ? "for-another-shop-" : ""}${now.toISOString().slice(0, 10)}.json`;

/** What a site's file that was made is called; null where there is no such file, or none any more. */
export async function nameOfExport(siteId: SiteId, id: string, now: Date): Promise<string | null> {
  const work = await findWork(pool(), id);
  if (work?.kind !== "export-casebook" || work.siteId !== siteId || work.state !== "done") return null;
  if (!work.endedAt || work.endedAt < subHours(now, FETCHED_HOURS)) return null;
  return (await hasFile(pool(), id)) ? String(work.input.file) : null;
}

async function* encoded(pieces: AsyncIterable<string>): AsyncGenerator<Uint8Array> {
  for await (const piece of pieces) yield Buffer.from(piece);
}
