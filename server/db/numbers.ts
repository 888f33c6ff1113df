import "server-only";
import type { Cause } from "@/core/book";
import type { PersonId, SiteId } from "@/core/ids";
import type { PartSource } from "@/core/repair";
import type { Db } from "./pool";
import { many } from "./rows";

/** What closed jobs say of the work itself: is the book making it faster? */

export interface NumbersFilter {
  readonly siteId: SiteId;
  readonly timeZone: string;
  /** First and last day, YYYY-MM-DD; null for open. */
  readonly from: string | null;
  readonly to: string | null;
  /** "Tarrow Packet"; null for every model. */
  readonly model: string | null;
  /** Who closed it; null for everybody. */
  readonly person: PersonId | null;
}

const values = ({ siteId, timeZone, from, to, model, person }: NumbersFilter) => [
  siteId,
  timeZone,
  from,
  to,
  model,
  person,
];

/** Jobs that count, each with what it took. $1 to $6 are the filter. */
const PICKED = `picked as (
       select j.id, j.closed_at, j.finding, j.rung, j.came_back, j.closed_at at time zone $2 as closed_here,
         j.cause_minutes::float as minutes, j.vain_minutes, j.vain_cost, j.vain_parts, j.parts_tried as parts,
         j.followed_advice as followed
       from job j
       join vehicle v on v.id = j.vehicle_id
       where j.site_id = $1 and j.closed_at is not null
         and ($3::date is null or j.closed_at >= ($3::date)::timestamp at time zone $2)
         and ($4::date is null or j.closed_at < ($4::date + 1)::timestamp at time zone $2)
         and ($5::text is null or v.make || ' ' || v.model = $5)
         and ($6::uuid is null or j.closed_by = $6)
     )`;

export interface QuarterRow {
  /** First day of the quarter, YYYY-MM-DD. */
  readonly quarter: string;
  readonly jobs: number;
  readonly withCause: number;
  readonly medianMinutes: number | null;
  readonly vainMinutes: number;
  readonly vainCost: number;
  readonly vainParts: number;
  readonly parts: number;
  readonly fixedFirst: number;
  readonly cameBack: number;
}

/** By quarter: how long it took to the cause, what went in vain, how many were fixed first time. */
export async function quarters(db: Db, filter: NumbersFilter): Promise<QuarterRow[]> {
  return many<QuarterRow>(
    db,
    `with ${PICKED}
     select to_char(date_trunc('quarter', closed_here), 'YYYY-MM-DD') as quarter, count(*)::int as jobs,
       (count(*) filter (where finding = 'root-cause'))::int as "withCause",
       percentile_cont(0.5) within group (order by minutes) filter (where finding = 'root-cause' and not came_back) as "medianMinutes",
       sum(vain_minutes)::float as "vainMinutes", sum(vain_cost)::float as "vainCost", sum(vain_parts)::int as "vainParts",
       sum(parts)::int as parts,
       (count(*) filter (where finding = 'root-cause' and vain_parts = 0 and not came_back))::int as "fixedFirst",
       (count(*) filter (where came_back))::int as "cameBack"
     from picked
     group by 1
     order by 1`,
    values(filter),
  );
}

export interface LearningRow {
  /** How many jobs here had come to the same cause before: 0, 1 to 2, 3 to 9, 10 or more. */
  readonly bucket: "first" | "second" | "later" | "often";
  readonly jobs: number;
  readonly medianMinutes: number;
  readonly vainShare: number;
}

/** The first job of a kind against later ones: does the book pay? */
export async function learning(db: Db, filter: NumbersFilter): Promise<LearningRow[]> {
  return many<LearningRow>(
    db,
    `with ${PICKED}, ranked as (
       select f.job_id, row_number() over (partition by f.component, f.failure order by f.closed_at, f.job_id) as nth
       from (
         select distinct on (j.id) j.id as job_id, j.closed_at, coalesce(k.merged_into, k.key) as component,
           coalesce(m.merged_into, m.key) as failure
         from job j
         join job_cause c on c.job_id = j.id
         join component k on k.key = c.component
         join failure m on m.key = c.failure
         where j.closed_at is not null and j.finding = 'root-cause' and not j.came_back
         order by j.id, c.seq, c.component
       ) f
     )
     select case when nth = 1 then 'first' when nth <= 3 then 'second' when nth <= 10 then 'later' else 'often' end as bucket,
       count(*)::int as jobs, percentile_cont(0.5) within group (order by p.minutes) as "medianMinutes",
       avg((p.vain_parts > 0)::int)::float as "vainShare"
     from picked p
     join ranked r on r.job_id = p.id
     group by 1
     order by min(nth)`,
    values(filter),
  );
}

export interface VainComponentRow {
  readonly component: string;
  readonly fitted: number;
  readonly minutes: number;
  readonly cost: number;
}

/** Dead ends by component: what was fitted in vain, the costliest first. */
export async function vainByComponent(db: Db, filter: NumbersFilter): Promise<VainComponentRow[]> {
  return many<VainComponentRow>(
    db,
    `with ${PICKED}
     select coalesce(k.merged_into, k.key) as component, count(*)::int as fitted, sum(x.minutes)::float as minutes,
       sum(x.cost)::float as cost
     from picked p
     join job_part x on x.job_id = p.id and x.result = 'no-change' and not x.get_home
     join component k on k.key = x.component
     group by 1
     order by minutes desc, 1`,
    values(filter),
  );
}

export interface SourceRow {
  readonly source: PartSource;
  readonly fitted: number;
  readonly cameBack: number;
}

/** Comebacks by where the part that cured it was from. */
export async function comebacksBySource(db: Db, filter: NumbersFilter): Promise<SourceRow[]> {
  return many<SourceRow>(
    db,
    `with ${PICKED}
     select x.source, count(distinct p.id)::int as fitted, (count(distinct p.id) filter (where p.came_back))::int as "cameBack"
     from picked p
     join job_part x on x.job_id = p.id and x.result = 'fixed' and not x.get_home
     group by 1
     order by 1`,
    values(filter),
  );
}

/** How far the causes were proved: jobs by rung, 0 to 5. */
export async function rungs(db: Db, filter: NumbersFilter): Promise<{ rung: number; jobs: number }[]> {
  return many<{ rung: number; jobs: number }>(
    db,
    `with ${PICKED}
     select rung, count(*)::int as jobs
     from picked
     where finding = 'root-cause'
     group by 1
     order by 1`,
    values(filter),
  );
}

export interface UndecidedRow {
  readonly procedure: string;
  readonly run: number;
  readonly decided: number;
  readonly minutes: number;
}

const FEWEST_RUNS = 5;

/** Tests that were run often and hardly ever decided: neither confirmed nor cleared anything. */
export async function undecidedTests(db: Db, filter: NumbersFilter): Promise<UndecidedRow[]> {
  return many<UndecidedRow>(
    db,
    `with ${PICKED}
     select t.procedure, count(*)::int as run, sum(t.minutes)::float as minutes,
       (count(*) filter (where t.decides))::int as decided
     from picked p
     join job_test t on t.job_id = p.id and t.procedure is not null
     group by 1
     having count(*) >= ${FEWEST_RUNS}
     order by count(*) filter (where t.decides)::float / count(*), 1
     limit 8`,
    values(filter),
  );
}

export interface FollowedRow {
  /** Whether at least half of a job's tests and repairs were what was offered first at that moment. */
  readonly followed: boolean;
  readonly jobs: number;
  readonly medianMinutes: number;
  readonly vainShare: number;
}

/** Jobs by whether what was offered was done, where the offer was on record. */
export async function followedAdvice(db: Db, filter: NumbersFilter): Promise<FollowedRow[]> {
  return many<FollowedRow>(
    db,
    `with ${PICKED}
     select p.followed, count(*)::int as jobs, percentile_cont(0.5) within group (order by p.minutes) as "medianMinutes",
       avg((p.vain_parts > 0)::int)::float as "vainShare"
     from picked p
     where p.finding = 'root-cause' and p.followed is not null
     group by 1
     order by 1 desc`,
    values(filter),
  );
}

export interface CostlyCauseRow extends Cause {
  readonly jobs: number;
  readonly medianMinutes: number;
}

/** Causes that took longest to find. */
export async function slowestCauses(db: Db, filter: NumbersFilter): Promise<CostlyCauseRow[]> {
  return many<CostlyCauseRow>(
    db,
    `with ${PICKED}
     select coalesce(k.merged_into, k.key) as component, coalesce(m.merged_into, m.key) as failure, count(distinct p.id)::int as jobs,
       percentile_cont(0.5) within group (order by p.minutes) as "medianMinutes"
     from picked p
     join job_cause c on c.job_id = p.id
     join component k on k.key = c.component
     join failure m on m.key = c.failure
     where p.finding = 'root-cause' and not p.came_back
     group by 1, 2
     having count(distinct p.id) >= 3
     order by 4 desc, 1, 2
     limit 8`,
    values(filter),
  );
}

/** The models that closed jobs were on. */
export async function modelsWithJobs(db: Db): Promise<readonly string[]> {
  const rows = await many<{ model: string }>(
    db,
    `select distinct split_part(feature, '|', 2) || ' ' || split_part(feature, '|', 3) as model
     from feature_jobs
     where feature like 'model|%' and jobs > 0
     order by 1`,
  );
  return rows.map(({ model }) => model);
}
