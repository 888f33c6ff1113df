import "server-only";
import type { JobId, PersonId, SiteId, VehicleId } from "@/core/ids";
import type { Comeback, FindingResult } from "@/core/job";
import type { Rung } from "@/core/proof";
import type { Db } from "./pool";
import { many, execute, maybeOne } from "./rows";

export interface JobRow {
  readonly id: JobId;
  readonly key: string;
  readonly siteId: SiteId;
  readonly number: number;
  readonly vehicleId: VehicleId;
  readonly odometerKm: number | null;
  readonly complaint: string;
  /** Equals the seq of the job's last entry: every change is one entry. */
  readonly version: number;
  readonly heldBy: PersonId | null;
  readonly heldByName: string | null;
  readonly openedAt: Date;
  readonly closedAt: Date | null;
  readonly finding: FindingResult | null;
  /** The day on which somebody asks after it, YYYY-MM-DD. */
  readonly askOn: string | null;
  /** The job whose fault came back with this one. */
  readonly comebackOf: JobId | null;
}

const COLUMNS = `
  j.id, j.key, j.site_id as "siteId", j.number, j.vehicle_id as "vehicleId", j.odometer_km as "odometerKm", j.complaint,
  j.version, j.held_by as "heldBy", h.name as "heldByName", j.opened_at as "openedAt", j.closed_at as "closedAt", j.finding,
  to_char(j.ask_on, 'YYYY-MM-DD') as "askOn", j.comeback_of as "comebackOf"`;

/** The version of every open job of a site. */
export async function openVersions(db: Db, siteId: SiteId): Promise<Readonly<Record<string, number>>> {
  const rows = await many<{ id: JobId; version: number }>(
    db,
    "select id, version from job where site_id = $1 and closed_at is null",
    [siteId],
  );
  return Object.fromEntries(rows.map(({ id, version }) => [id, version]));
}

/** A job of this site by its id, or null. */
export async function findJob(db: Db, siteId: SiteId, id: JobId): Promise<JobRow | null> {
  return maybeOne<JobRow>(
    db,
    `select ${COLUMNS}
     from job j
     left join person h on h.id = j.held_by
     where j.id = $1 and j.site_id = $2`,
    [id, siteId],
  );
}

/** A job by the key that casebooks know it by, or by its id. */
export async function findJobByKey(db: Db, siteId: SiteId, key: string): Promise<JobRow | null> {
  return maybeOne<JobRow>(
    db,
    `select ${COLUMNS}
     from job j
     left join person h on h.id = j.held_by
     where (j.key = $1 or j.id::text = $1) and j.site_id = $2
     order by j.key = $1 desc
     limit 1`,
    [key, siteId],
  );
}

/** The job, locked until the transaction ends: changes to one job queue up here. */
export async function lockJob(db: Db, siteId: SiteId, id: JobId): Promise<JobRow | null> {
  return maybeOne<JobRow>(
    db,
    `select ${COLUMNS}
     from job j
     left join person h on h.id = j.held_by
     where j.id = $1 and j.site_id = $2
     for update of j`,
    [id, siteId],
  );
}

export interface NewJob {
  readonly id: JobId;
  readonly key: string;
  readonly siteId: SiteId;
  readonly number: number;
  readonly vehicleId: VehicleId;
  readonly odometerKm: number | null;
  readonly complaint: string;
  readonly by: PersonId;
  readonly heldBy: PersonId | null;
  readonly now: Date;
  /** The job whose fault came back with it. */
  readonly comebackOf?: JobId | null;
  readonly comebackWhy?: Comeback | null;
}

/** Version 0: the entry that opens it makes it version 1. */
export async function insertJob(db: Db, job: NewJob): Promise<void> {
  await execute(
    db,
    `insert into job
       (id, key, site_id, number, vehicle_id, odometer_km, complaint, version, held_by, opened_at, opened_by,
        comeback_of, comeback_why)
     values ($1, $2, $3, $4, $5, $6, $7, 0, $8, $9, $10, $11, $12)`,
    [
      job.id,
      job.key,
      job.siteId,
      job.number,
      job.vehicleId,
      job.odometerKm,
      job.complaint,
      job.heldBy,
      job.now,
      job.by,
      job.comebackOf ?? null,
      job.comebackWhy ?? null,
    ],
  );
}

/** Whether any job was ever closed. */
export async function hasClosedJobs(db: Db): Promise<boolean> {
  return (await maybeOne(db, "select from job where closed_at is not null limit 1")) !== null;
}

/** Ties a job to the one whose fault came back with it, or with null unties it. */
export async function setComebackOf(db: Db, id: JobId, comebackOf: JobId | null): Promise<void> {
  const before = await maybeOne<{ job: JobId | null }>(db, "select comeback_of as job from job where id = $1", [id]);
  await execute(db, "update job set comeback_of = $2, comeback_why = null where id = $1", [id, comebackOf]);
  // What is kept of the job that came back no longer holds, or holds again.
  await execute(db, "delete from job_outlook where job_id in ($1, $2)", [before?.job ?? null, comebackOf]);
}

/** A job has changed: whoever saves against the version before is told. */
export async function setJobVersion(db: Db, id: JobId, version: number): Promise<void> {
  await execute(db, "update job set version = $2 where id = $1", [id, version]);
}

/** Keeps with closed jobs what they took to the cause and what was in vain. */
export async function keepWhatJobsTook(db: Db, jobs: readonly JobId[]): Promise<void> {
  await execute(db, "select keep_what_jobs_took($1)", [jobs]);
}

/** How far the cure is proved, for the lists. */
export async function setJobStanding(db: Db, id: JobId, standing: { rung: Rung; cameBack: boolean }): Promise<void> {
  await execute(db, "update job set rung = $2, came_back = $3 where id = $1", [id, standing.rung, standing.cameBack]);
}
