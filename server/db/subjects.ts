import "server-only";
import type { Cause } from "@/core/book";
import type { JobId, SiteId } from "@/core/ids";
import type { Vehicle } from "@/core/vehicle";
import type { Mark } from "@/core/lesson";
import { CAUSES_OF_JOB } from "./facts";
import type { Db } from "./pool";
import { many } from "./rows";

/** What the closed jobs say of one thing of the book: a component, a code, an engine, a model. */

/** So many jobs are counted, the latest ones. */
export const MOST_SUBJECT_JOBS = 2000;

/** The latest closed jobs that have one of these marks. */
export async function latestJobsWith(db: Db, marks: readonly Mark[]): Promise<readonly JobId[]> {
  const rows = await many<{ id: JobId }>(
    db,
    `select f.job_id as id
     from unnest($1::text[]) as mark,
       lateral (
         select job_id, at from job_feature where feature = mark order by at desc, job_id limit ${MOST_SUBJECT_JOBS}
       ) f
     group by f.job_id
     order by max(f.at) desc, f.job_id
     limit ${MOST_SUBJECT_JOBS}`,
    [marks],
  );
  return rows.map(({ id }) => id);
}

/** In which ways a component is known to fail. */
export async function failuresOf(db: Db, component: string): Promise<readonly string[]> {
  const rows = await many<{ failure: string }>(
    db,
    `select distinct current_failure(c.failure) as failure
     from cause c
     where c.component in (select k.key from component k where coalesce(k.merged_into, k.key) = $1)`,
    [component],
  );
  return rows.map(({ failure }) => failure);
}

export const SUBJECT_KINDS = ["component", "code", "engine", "model"] as const;
export type SubjectKind = (typeof SUBJECT_KINDS)[number];

/** A thing of the book: `of` is a model's make, and empty otherwise. */
export interface Subject {
  readonly kind: SubjectKind;
  readonly name: string;
  readonly of: string;
}

/** The jobs $1, as `picked`. */
const PICKED = `picked as (
       select j.*, v.make, v.model, v.year, v.engine
       from job j
       join vehicle v on v.id = j.vehicle_id
       where j.id = any($1)
     )`;

export interface CauseSeenRow extends Cause {
  readonly jobs: number;
  /** Minutes of tests up to the repair that cured it and of parts fitted in vain, as a rule. */
  readonly medianMinutes: number;
  readonly places: readonly string[];
  readonly models: readonly string[];
}

/** Causes that the jobs came to and that still stand, the most frequent first. */
export async function causesOfSubject(db: Db, jobs: readonly JobId[]): Promise<CauseSeenRow[]> {
  return many<CauseSeenRow>(
    db,
    `with ${PICKED}
     select current_component(c.component) as component, current_failure(c.failure) as failure,
       count(distinct p.id)::int as jobs, percentile_cont(0.5) within group (order by p.cause_minutes::float) as "medianMinutes",
       array_remove(array_agg(distinct c.place), null) as places, array_agg(distinct p.model order by p.model) as models
     from picked p
     join job_cause c on c.job_id = p.id
     where p.finding = 'root-cause' and not p.came_back
     group by 1, 2
     order by jobs desc, 1, 2`,
    [jobs],
  );
}

export interface VainRow {
  readonly component: string;
  readonly fitted: number;
  readonly minutes: number;
  readonly cost: number;
}

/** Parts that were fitted in vain on these jobs, the most frequent first. */
export async function vainOfSubject(db: Db, jobs: readonly JobId[]): Promise<VainRow[]> {
  return many<VainRow>(
    db,
    `with ${PICKED}
     select current_component(x.component) as component, count(*)::int as fitted, sum(x.minutes)::float as minutes,
       sum(x.cost)::float as cost
     from picked p
     join job_part x on x.job_id = p.id and x.result = 'no-change' and not x.get_home
     group by 1
     order by fitted desc, 1`,
    [jobs],
  );
}

export interface TestRow {
  readonly procedure: string;
  readonly run: number;
  /** Runs that spoke strongly for a cause that was found, or against one that was not. */
  readonly settled: number;
  readonly medianMinutes: number;
}

/** Procedures that were run on these jobs, those that settled most first. */
export async function testsOfSubject(db: Db, jobs: readonly JobId[]): Promise<TestRow[]> {
  return many<TestRow>(
    db,
    `with ${PICKED}
     select t.procedure, count(*)::int as run,
       (count(*) filter (where t.decides and exists (
         select
         from jsonb_array_elements(t.effects) e
         join component k on k.key = e ->> 'component'
         join job_cause c on c.job_id = p.id
         join component f on f.key = c.component
         where e ->> 'effect' in ('proves', 'confirms') and coalesce(f.merged_into, f.key) = coalesce(k.merged_into, k.key)
       )))::int as settled,
       percentile_cont(0.5) within group (order by t.minutes) as "medianMinutes"
     from picked p
     join job_test t on t.job_id = p.id and t.procedure is not null
     group by 1
     order by settled desc, run desc, 1`,
    [jobs],
  );
}

/** Where a component was fitted in vain: what the cause was in its place. */
export async function causesBehind(db: Db, component: string): Promise<(Cause & { readonly jobs: number })[]> {
  return many<Cause & { readonly jobs: number }>(
    db,
    `select current_component(c.component) as component, current_failure(c.failure) as failure, count(distinct j.id)::int as jobs
     from (
       select job_id from job_feature where feature = 'part|' || $1 order by at desc, job_id limit ${MOST_SUBJECT_JOBS}
     ) f
     join job_part x on x.job_id = f.job_id
     join job j on j.id = x.job_id and j.finding = 'root-cause' and not j.came_back
     join job_cause c on c.job_id = j.id
     where x.component in (select k.key from component k where coalesce(k.merged_into, k.key) = $1)
       and x.result = 'no-change' and not x.get_home and current_component(c.component) <> $1
     group by 1, 2
     order by jobs desc, 1, 2`,
    [component],
  );
}

export interface CountRow {
  readonly name: string;
  readonly jobs: number;
}

const MOST_COUNTED = 12;

/** Codes that these jobs held, the most frequent first. */
export async function codesOfSubject(db: Db, jobs: readonly JobId[]): Promise<CountRow[]> {
  return many<CountRow>(
    db,
    `with ${PICKED}
     select c.code as name, count(distinct p.id)::int as jobs
     from picked p
     join job_code c on c.job_id = p.id
     group by 1
     order by jobs desc, 1
     limit ${MOST_COUNTED}`,
    [jobs],
  );
}

export interface ModelRow extends CountRow {
  readonly make: string;
  readonly model: string;
}

/** Models that these jobs were on, and how many vehicles of them. */
export async function modelsOfSubject(db: Db, jobs: readonly JobId[]): Promise<ModelRow[]> {
  return many<ModelRow>(
    db,
    `with ${PICKED}
     select p.make || ' ' || p.model as name, p.make, p.model, count(distinct p.id)::int as jobs
     from picked p
     group by 1, 2, 3
     order by jobs desc, 1
     limit ${MOST_COUNTED}`,
    [jobs],
  );
}

export interface SubjectJob {
  readonly id: JobId;
  readonly number: number;
  readonly vehicle: string;
  readonly closedAt: Date;
  readonly causes: readonly Cause[];
  readonly cameBack: boolean;
}

const MOST_LATEST = 12;

/** The latest of these jobs on this site. */
export async function latestOfSubject(db: Db, siteId: SiteId, jobs: readonly JobId[]): Promise<SubjectJob[]> {
  return many<SubjectJob>(
    db,
    `with ${PICKED}
     select j.id, j.number, j.make || ' ' || j.model || ', ' || j.year as vehicle, j.closed_at as "closedAt",
       j.came_back as "cameBack", ${CAUSES_OF_JOB} as causes
     from picked j
     where j.site_id = $2
     order by j.closed_at desc, j.id
     limit ${MOST_LATEST}`,
    [...[jobs], siteId],
  );
}

/** How many vehicles and closed jobs there are of a thing of the book. */
export async function countSubject(db: Db, jobs: readonly JobId[]): Promise<{ jobs: number; vehicles: number }> {
  const [row] = await many<{ jobs: number; vehicles: number }>(
    db,
    `with ${PICKED}
     select count(*)::int as jobs, count(distinct vehicle_id)::int as vehicles from picked`,
    [jobs],
  );
  return row ?? { jobs: 0, vehicles: 0 };
}

/** How the vehicles of these jobs are built, each variant once. */
export async function variantsOfSubject(db: Db, jobs: readonly JobId[]): Promise<Vehicle[]> {
  return many<Vehicle>(
    db,
    `with ${PICKED}
     select distinct v.make, v.model, v.year, v.engine, v.transmission, v.drive, v.market, v.built, v.uses
     from picked p
     join vehicle v on v.id = p.vehicle_id`,
    [jobs],
  );
}
