import "server-only";
import type { CommandId, JobId, PersonId } from "@/core/ids";
import type { EntryBody, TrailEntry, WrittenEntry } from "@/core/entries";
import type { OddsRecord } from "@/core/trail";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

export interface NewEntry {
  readonly jobId: JobId;
  readonly seq: number;
  readonly at: Date;
  readonly by: PersonId;
  readonly minutes: number;
  readonly body: EntryBody;
  readonly corrects: number | null;
  readonly commandId: CommandId;
}

/** Appends to a job's trail; nothing of it is ever changed. */
export async function insertEntry(db: Db, entry: NewEntry): Promise<void> {
  const { jobId, seq, at, by, minutes, body, corrects, commandId } = entry;
  await execute(
    db,
    `insert into entry (job_id, seq, kind, at, by_id, minutes, body, corrects, command_id)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [jobId, seq, body.kind, at, by, minutes, JSON.stringify(body), corrects, commandId],
  );
}

/** Keeps the odds as they stood after an entry. */
export async function insertOdds(db: Db, jobId: JobId, seq: number, odds: OddsRecord): Promise<void> {
  await execute(db, "insert into entry_odds (job_id, seq, odds) values ($1, $2, $3)", [
    jobId,
    seq,
    JSON.stringify(odds),
  ]);
}

/** When the latest entry of a job was written; null where it has none. */
export async function latestEntryAt(db: Db, jobId: JobId): Promise<Date | null> {
  const sql = "select at from entry where job_id = $1 order by seq desc limit 1";
  return (await maybeOne<{ at: Date }>(db, sql, [jobId]))?.at ?? null;
}

export interface EntryWithOdds extends TrailEntry {
  readonly odds: OddsRecord | null;
}

/** A job's trail from an entry on, oldest first. */
export async function readTrail(db: Db, jobId: JobId, afterSeq = 0): Promise<EntryWithOdds[]> {
  return many<EntryWithOdds>(
    db,
    `select e.seq, e.at, e.by_id as "byId", p.name as by, e.minutes, e.body, e.corrects, c.seq as "correctedBy", o.odds
     from entry e
     join person p on p.id = e.by_id
     left join entry c on c.job_id = e.job_id and c.corrects = e.seq
     left join entry_odds o on o.job_id = e.job_id and o.seq = e.seq
     where e.job_id = $1 and e.seq > $2
     order by e.seq`,
    [jobId, afterSeq],
  );
}

/** A job's trail as it adds up, oldest first. */
export async function readEntries(db: Db, jobId: JobId): Promise<WrittenEntry[]> {
  return many<WrittenEntry>(
    db,
    `select seq, at, by_id as "byId", minutes, body, corrects
     from entry
     where job_id = $1
     order by seq`,
    [jobId],
  );
}
