import "server-only";
import type { CommandId, PersonId, SiteId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many, maybeOne, one } from "./rows";

/** What takes minutes, and is done by a process of its own. */
export type WorkKind = (typeof WORK_KINDS)[number];
export const WORK_KINDS = ["import-casebook", "export-casebook", "command", "backup"] as const;

/** `arriving`: its file is still on its way in. */
export type WorkState = (typeof WORK_STATES)[number];
export const WORK_STATES = ["arriving", "waiting", "running", "done", "refused", "failed", "stopped"] as const;

export interface WorkRow {
  readonly id: string;
  readonly kind: WorkKind;
  readonly commandId: CommandId;
  readonly siteId: SiteId;
  /** Null where the clock asked for it. */
  readonly personId: PersonId | null;
  readonly tokenId: string | null;
  /** Who asked for it. */
  readonly by: string | null;
  readonly askedAt: Date;
  readonly input: Readonly<Record<string, unknown>>;
  readonly state: WorkState;
  readonly stage: string | null;
  readonly done: number;
  readonly total: number;
  /** How often it was begun. */
  readonly tries: number;
  /** When whoever does it was last heard of. */
  readonly seenAt: Date | null;
  readonly endedAt: Date | null;
  readonly result: Readonly<Record<string, unknown>> | null;
}

const WORK = `select w.id, w.kind, w.command_id as "commandId", w.site_id as "siteId", w.person_id as "personId",
       w.token_id as "tokenId", p.name as by, w.asked_at as "askedAt", w.input, w.state, w.stage, w.done, w.total, w.tries,
       w.seen_at as "seenAt", w.ended_at as "endedAt", w.result
     from long_work w
     left join person p on p.id = w.person_id`;

/** Long work as it is asked for. */
export type NewWork = Pick<
  WorkRow,
  "id" | "kind" | "commandId" | "siteId" | "personId" | "tokenId" | "askedAt" | "input"
>;

/** Long work that somebody asks for, and whose file, if it has one, comes in now. */
export async function insertWork(db: Db, work: NewWork): Promise<void> {
  const { id, kind, commandId, siteId, personId, tokenId, askedAt, input } = work;
  await execute(
    db,
    `insert into long_work (id, kind, command_id, site_id, person_id, token_id, asked_at, input)
     values ($1, $2, $3, $4, $5, $6, $7, $8)`,
    [id, kind, commandId, siteId, personId, tokenId, askedAt, JSON.stringify(input)],
  );
}

/** Whose file did not come in whole is nobody's work. */
export async function deleteWork(db: Db, id: string): Promise<void> {
  await execute(db, "delete from long_work where id = $1", [id]);
}

export async function insertPiece(db: Db, id: string, seq: number, body: Buffer): Promise<void> {
  await execute(db, "insert into long_work_piece (work_id, seq, body) values ($1, $2, $3)", [id, seq, body]);
}

/** Whether a file of it is here. */
export async function hasFile(db: Db, id: string): Promise<boolean> {
  return (await maybeOne(db, "select from long_work_piece where work_id = $1 limit 1", [id])) !== null;
}

/** One piece of its file; null behind the last. */
export async function readPiece(db: Db, id: string, seq: number): Promise<Buffer | null> {
  const row = await maybeOne<{ body: Buffer }>(db, "select body from long_work_piece where work_id = $1 and seq = $2", [
    id,
    seq,
  ]);
  return row?.body ?? null;
}

/** The channel on which whoever does long work is told that there is some. */
export const WORK_CHANNEL = "dead_ends_work";

/** Its file is whole: it waits for its turn. */
export async function letWait(db: Db, id: string): Promise<void> {
  await execute(db, "update long_work set state = 'waiting' where id = $1", [id]);
  await execute(db, "select pg_notify($1, '')", [WORK_CHANNEL]);
}

/** Begins it, or begins it again; null where it is over, or was never to be done. */
export async function beginWork(db: Db, id: string, now: Date): Promise<WorkRow | null> {
  const begun = await execute(
    db,
    `update long_work set state = 'running', stage = null, done = 0, total = 0, tries = tries + 1, seen_at = $2
     where id = $1 and state in ('waiting', 'running')`,
    [id, now],
  );
  return begun ? findWork(db, id) : null;
}

interface WorkProgress {
  readonly stage: string;
  readonly done: number;
  readonly of: number;
}

/** @returns whether somebody asked that it be stopped */
export async function noteProgress(db: Db, id: string, { stage, done, of }: WorkProgress, now: Date): Promise<boolean> {
  const row = await maybeOne<{ asked: boolean }>(
    db,
    `update long_work set stage = $2, done = $3, total = $4, seen_at = $5 where id = $1
     returning stop_asked as asked`,
    [id, stage, done, of, now],
  );
  return row?.asked === true;
}

/** Whoever does it is there, even where nothing moves. */
export async function noteSeen(db: Db, id: string, now: Date): Promise<void> {
  await execute(db, "update long_work set seen_at = $2 where id = $1", [id, now]);
}

/** What became of it. */
export interface WorkEnd {
  readonly state: Extract<WorkState, "done" | "refused" | "failed" | "stopped">;
  readonly result: object | null;
}

/** It is over, and what came of it is kept; a file that came in for it is not. */
export async function endWork(db: Db, id: string, { state, result }: WorkEnd, now: Date): Promise<void> {
  await execute(
    db,
    `with gone as (
       delete from long_work_piece p
       using long_work w
       where p.work_id = $1 and w.id = $1 and (w.kind <> 'export-casebook' or $2 <> 'done')
     )
     update long_work
     set state = $2, result = $3, ended_at = $4
     where id = $1`,
    [id, state, result && JSON.stringify(result), now],
  );
}

/** Lets go of a file. */
export async function dropFile(db: Db, id: string): Promise<void> {
  await execute(db, "delete from long_work_piece where work_id = $1", [id]);
}

/** Lets go of the files of casebooks that were made before. */
export async function dropFilesBefore(db: Db, before: Date): Promise<void> {
  await execute(
    db,
    `delete from long_work_piece p
     using long_work w
     where w.id = p.work_id and w.kind = 'export-casebook' and w.ended_at < $1`,
    [before],
  );
}

export async function findWork(db: Db, id: string): Promise<WorkRow | null> {
  return maybeOne<WorkRow>(db, `${WORK} where w.id = $1`, [id]);
}

/** The latest that was asked for under a key. */
export async function workOfCommand(db: Db, siteId: SiteId, commandId: CommandId): Promise<WorkRow | null> {
  return maybeOne<WorkRow>(
    db,
    `${WORK} where w.site_id = $1 and w.command_id = $2 order by w.asked_at desc, w.id limit 1`,
    [siteId, commandId],
  );
}

/** What is under way at a site, and what ended since. */
export async function latestWork(db: Db, siteId: SiteId, endedSince: Date): Promise<WorkRow[]> {
  return many<WorkRow>(
    db,
    `${WORK}
     where w.site_id = $1 and w.state <> 'arriving' and (w.ended_at is null or w.ended_at > $2)
     order by w.asked_at desc, w.id
     limit 20`,
    [siteId, endedSince],
  );
}

/** The backup that was asked for last, at whichever site. */
export async function latestBackup(db: Db): Promise<WorkRow | null> {
  return maybeOne<WorkRow>(db, `${WORK} where w.kind = 'backup' order by w.asked_at desc, w.id limit 1`);
}

/** The last backup that was written and read back. */
export async function lastGoodBackup(db: Db): Promise<WorkRow | null> {
  return maybeOne<WorkRow>(
    db,
    `${WORK} where w.kind = 'backup' and w.state = 'done' order by w.asked_at desc, w.id limit 1`,
  );
}

/** How much of it is not over, its file being here. */
export async function countUnderWay(db: Db): Promise<number> {
  const { n } = await one<{ n: number }>(
    db,
    "select count(*)::integer as n from long_work where ended_at is null and state <> 'arriving'",
  );
  return n;
}

/** Asks that it be stopped. @returns whether it was still under way */
export async function askToStop(db: Db, siteId: SiteId, id: string): Promise<boolean> {
  const asked = await execute(
    db,
    "update long_work set stop_asked = true where id = $1 and site_id = $2 and ended_at is null",
    [id, siteId],
  );
  return asked > 0;
}

/** Lets go of work that ended long ago, and of files that never came in whole. */
export async function forgetOldWork(db: Db, endedBefore: Date, arrivingSince: Date): Promise<void> {
  await execute(db, "delete from long_work where ended_at < $1 or (state = 'arriving' and asked_at < $2)", [
    endedBefore,
    arrivingSince,
  ]);
}

/** One process of all that serve this database does long work: it holds this lock. Any fixed number of our own. */
export const DOING_LONG_WORK = 4_310_048;

/** Whether there is anybody who does long work. */
export async function isAnybodyThere(db: Db): Promise<boolean> {
  const held = await maybeOne(
    db,
    `select from pg_locks where locktype = 'advisory' and granted and database = (select oid from pg_database where datname = current_database())
       and classid = 0 and objid = $1 limit 1`,
    [DOING_LONG_WORK],
  );
  return held !== null;
}
