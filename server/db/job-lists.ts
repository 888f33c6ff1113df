import "server-only";
import type { Cause } from "@/core/book";
import type { JobId, PersonId, SiteId } from "@/core/ids";
import type { FindingResult, TimedEntry } from "@/core/job";
import type { Vehicle } from "@/core/vehicle";
import type { FloorLine } from "@/server/outlook/floor-line";
import type { Db } from "./pool";
import { CAUSES_OF_JOB, MINUTES_OF_JOB } from "./facts";
import { many } from "./rows";

export interface OpenJobRow {
  readonly id: JobId;
  readonly number: number;
  readonly version: number;
  readonly vehicle: Vehicle;
  readonly plate: string | null;
  readonly complaint: string;
  readonly heldBy: PersonId | null;
  readonly heldByName: string | null;
  readonly openedAt: Date;
  /** What is kept of it, of the job as it is now; null where nothing is. */
  readonly floor: FloorLine | null;
  /** The book that it was worked out from. */
  readonly book: string | null;
}

/** The vehicle `v` of a job. */
export const VEHICLE_OF_JOB = `json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine,
  'transmission', v.transmission, 'drive', v.drive, 'market', v.market)`;

/** The jobs in the shop, for the floor. */
export async function listOpenJobs(db: Db, siteId: SiteId): Promise<OpenJobRow[]> {
  return many<OpenJobRow>(
    db,
    `select j.id, j.number, j.version, ${VEHICLE_OF_JOB} as vehicle, v.plate, j.complaint, j.held_by as "heldBy", h.name as "heldByName",
       j.opened_at as "openedAt", o.floor, o.book
     from job j
     join vehicle v on v.id = j.vehicle_id
     left join person h on h.id = j.held_by
     left join job_outlook o on o.job_id = j.id and o.version = j.version
     where j.site_id = $1 and j.closed_at is null
     order by j.opened_at, j.number`,
    [siteId],
  );
}

/** The entries of a job whose minutes count, with what they are. */
export async function minutesOf(db: Db, jobId: JobId): Promise<TimedEntry[]> {
  return many<TimedEntry>(
    db,
    `select e.seq, e.kind, e.minutes
     from entry e
     where e.job_id = $1 and e.minutes > 0
       and not exists (select from entry c where c.job_id = e.job_id and c.corrects = e.seq)
       and e.seq > coalesce((select max(i.seq) from entry i where i.job_id = $1 and i.kind = 'imported'), 0)
     order by e.seq`,
    [jobId],
  );
}

export interface ClosedJobRow {
  readonly id: JobId;
  readonly number: number;
  readonly vehicle: Vehicle;
  readonly plate: string | null;
  readonly complaint: string;
  readonly closedAt: Date;
  readonly finding: FindingResult;
  readonly causes: readonly Cause[];
  readonly minutes: number;
  readonly rung: number;
  readonly cameBack: boolean;
}

export const CLOSED_PAGE = 30;

export const CLOSED_RESULTS = ["root-cause", "no-fault-found", "unresolved", "came-back"] as const;
/** How a closed job ended; one that came back has lost what it found. */
export type ClosedResult = (typeof CLOSED_RESULTS)[number];

export interface ClosedJobsAsked {
  readonly search: string;
  readonly result: ClosedResult | null;
  readonly oldestFirst: boolean;
  /** Counted from 0. */
  readonly page: number;
}

/** A closed job by its number, and those on vehicles whose plate or VIN begins so. */
export async function jobsNamed(
  db: Db,
  siteId: SiteId,
  number: number | null,
  vehicles: readonly string[],
): Promise<JobId[]> {
  const rows = await many<{ id: JobId }>(
    db,
    `select id from job
     where site_id = $1 and closed_at is not null and (number = $2 or vehicle_id = any($3::uuid[]))`,
    [siteId, number, vehicles],
  );
  return rows.map(({ id }) => id);
}

/** Closed jobs by the time they were closed, one page and one row more; of some alone where these are given. */
export async function listClosedJobs(
  db: Db,
  siteId: SiteId,
  asked: Omit<ClosedJobsAsked, "search">,
  among: readonly JobId[] | null,
): Promise<ClosedJobRow[]> {
  const { result, oldestFirst, page } = asked;
  return many<ClosedJobRow>(
    db,
    `select j.id, j.number, ${VEHICLE_OF_JOB} as vehicle, v.plate, j.complaint, j.closed_at as "closedAt", j.finding,
       ${CAUSES_OF_JOB} as causes,
       ${MINUTES_OF_JOB} as minutes,
       j.rung, j.came_back as "cameBack"
     from job j
     join vehicle v on v.id = j.vehicle_id
     where j.site_id = $1 and j.closed_at is not null
       and ($2::uuid[] is null or j.id = any($2))
       and ($3::text is null or case when j.came_back then 'came-back' else j.finding end = $3)
     order by j.closed_at ${oldestFirst ? "asc" : "desc"}, j.id
     limit $4 offset $5`,
    [siteId, among, result, CLOSED_PAGE + 1, page * CLOSED_PAGE],
  );
}

export interface AfterJobRow {
  readonly id: JobId;
  readonly number: number;
  readonly vehicle: Vehicle;
  readonly plate: string | null;
  readonly closedAt: Date;
}

const AFTER_JOB = `select j.id, j.number, ${VEHICLE_OF_JOB} as vehicle, v.plate, j.closed_at as "closedAt"
  from job j
  join vehicle v on v.id = j.vehicle_id`;

/** Jobs closed since then whose fault came back: nobody has opened them again, and no other job goes on with them. */
export async function listComebacks(db: Db, siteId: SiteId, since: Date): Promise<AfterJobRow[]> {
  return many<AfterJobRow>(
    db,
    `${AFTER_JOB}
     where j.site_id = $1 and j.closed_at >= $2 and j.came_back
       and not exists (select from job n where n.comeback_of = j.id)
     order by j.closed_at desc`,
    [siteId, since],
  );
}

/** Repaired jobs that somebody is to ask after: on a day that was booked between two days, else closed between two moments. */
export async function listFollowUpsDue(
  db: Db,
  siteId: SiteId,
  closed: readonly [Date, Date],
  booked: readonly [string, string],
): Promise<AfterJobRow[]> {
  return many<AfterJobRow>(
    db,
    `${AFTER_JOB}
     where j.site_id = $1
       and (j.ask_on is null and j.closed_at between $2 and $3 or j.ask_on between $4 and $5 and j.closed_at is not null)
       and j.finding = 'root-cause' and j.rung < 5 and not j.came_back
     order by coalesce(j.ask_on::timestamptz, j.closed_at)
     limit 12`,
    [siteId, ...closed, ...booked],
  );
}

/** Every closed job, in the order they were closed. */
export async function closedJobIds(db: Db): Promise<JobId[]> {
  return (await many<{ id: JobId }>(db, "select id from job where closed_at is not null order by closed_at, id")).map(
    ({ id }) => id,
  );
}
