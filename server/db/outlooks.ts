import "server-only";
import type { JobId, SiteId } from "@/core/ids";
import type { OddsRecord } from "@/core/trail";
import type { FloorLine } from "@/server/outlook/floor-line";
import type { Said } from "@/server/outlook/said";
import type { Db } from "./pool";
import { execute, many, maybeOne, one } from "./rows";

/** What the engine said of a job when something changed last, as it is kept with the job. */
export interface OutlookRow {
  /** The job's version that `floor` tells of. */
  readonly version: number;
  /** The case, rates and day that it was worked out from. */
  readonly madeOf: string;
  /** The book's version. */
  readonly book: string;
  readonly workedOutAt: Date;
  readonly odds: OddsRecord;
  readonly floor: FloorLine;
  /** What a sheet says; null until it was put into words. */
  readonly said: Said | null;
}

/** Of one job; null where nothing is kept. */
export async function readOutlook(db: Db, jobId: JobId): Promise<OutlookRow | null> {
  return maybeOne<OutlookRow>(
    db,
    `select version, made_of as "madeOf", book, worked_out_at as "workedOutAt", odds, floor, said
     from job_outlook
     where job_id = $1`,
    [jobId],
  );
}

/** Keeps it, unless a later version of the job is kept by now. */
export async function writeOutlook(db: Db, jobId: JobId, row: OutlookRow): Promise<void> {
  const { version, madeOf, book, workedOutAt, odds, floor, said } = row;
  await execute(
    db,
    `insert into job_outlook as kept (job_id, version, made_of, book, worked_out_at, odds, floor, said)
     values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (job_id) do update
     set version = excluded.version, made_of = excluded.made_of, book = excluded.book, worked_out_at = excluded.worked_out_at,
       odds = excluded.odds, floor = excluded.floor, said = excluded.said
     where kept.version <= excluded.version`,
    [
      jobId,
      version,
      madeOf,
      book,
      workedOutAt,
      JSON.stringify(odds),
      JSON.stringify(floor),
      said && JSON.stringify(said),
    ],
  );
}

/** The job has changed, and what the engine says of it has not. */
export async function moveOutlook(
  db: Db,
  jobId: JobId,
  { version, floor }: { readonly version: number; readonly floor: FloorLine },
): Promise<void> {
  await execute(db, "update job_outlook set version = $2, floor = $3 where job_id = $1 and version < $2", [
    jobId,
    version,
    JSON.stringify(floor),
  ]);
}

/** What is kept of a job's cause no longer holds, for a reason that is not on its own trail. */
export async function forgetOutlook(db: Db, jobId: JobId): Promise<void> {
  await execute(db, "delete from job_outlook where job_id = $1", [jobId]);
}

/** An open job whose outlook is to be brought up to date. */
export interface BehindRow {
  readonly id: JobId;
  readonly siteId: SiteId;
  readonly version: number;
}

const IS_BEHIND = `j.closed_at is null
       and (o.job_id is null or o.version <> j.version or o.book <> $1 or o.said is null)`;

/** How many open jobs there are whose outlook is of another book or not yet in words. */
export async function countBehind(db: Db, book: string): Promise<number> {
  const { jobs } = await one<{ jobs: number }>(
    db,
    `select count(*)::int as jobs from job j left join job_outlook o on o.job_id = j.id where ${IS_BEHIND}`,
    [book],
  );
  return jobs;
}

/** Open jobs whose outlook is of another book or not yet in words, those that changed last first. */
export async function outlooksBehind(db: Db, book: string, most: number): Promise<BehindRow[]> {
  return many<BehindRow>(
    db,
    `select j.id, j.site_id as "siteId", j.version
     from job j
     left join job_outlook o on o.job_id = j.id
     where ${IS_BEHIND}
     order by o.said is null desc, o.worked_out_at desc nulls first
     limit $2`,
    [book, most],
  );
}
