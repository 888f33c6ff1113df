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

/**
 * Jobs that count, each with its minutes to the cause: tests up to the repair that cured it, and parts fitted in vain. $1 to $6 are the filter.
 */
const PICKED = `picked as (
       select j.id, j.closed_at, j.finding, j.rung, j.came_back, j.closed_at at time zone $2 as closed_here,
         coalesce((select sum(t.minutes) from job_test t where t.job_id = j.id and t.seq < coalesce(
           (select max(x.seq) from job_part x where x.job_id = j.id and x.result in ('fixed', 'partly')), 2147483647)), 0)
           + coalesce((select sum(x.minutes) from job_part x where x.job_id = j.id and x.result = 'no-change'), 0) as minutes,
         coalesce((select sum(x.minutes) from job_part x where x.job_id = j.id and x.result = 'no-change'), 0) as vain_minutes,
         coalesce((select sum(x.cost) from job_part x where x.job_id = j.id and x.result = 'no-change'), 0) as vain_cost,
         (select count(*) from job_part x where x.job_id = j.id and x.result = 'no-change' and not x.get_home) as vain_parts,
         (select count(*) from job_part x where x.job_id = j.id and x.result is not null and not x.get_home) as parts
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
       select c.job_id, row_number() over (
         partition by current_component(c.component), current_failure(c.failure) order by j.closed_at, j.id) as nth
       from job j
       join lateral (select * from job_cause k where k.job_id = j.id order by k.seq, k.component limit 1) c on true
       where j.closed_at is not null and j.finding = 'root-cause' and not j.came_back
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
     select current_component(x.component) as component, count(*)::int as fitted, sum(x.minutes)::float as minutes,
       sum(x.cost)::float as cost
     from picked p
     join job_part x on x.job_id = p.id and x.result = 'no-change' and not x.get_home
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

/** A test that spoke strongly for or against something. */
const DECIDED = `exists (
         select from jsonb_array_elements(t.effects) e where e ->> 'effect' in ('proves', 'confirms', 'clears'))`;

const FEWEST_RUNS = 5;

/** Tests that were run often and hardly ever decided: neither confirmed nor cleared anything. */
export async function undecidedTests(db: Db, filter: NumbersFilter): Promise<UndecidedRow[]> {
  return many<UndecidedRow>(
    db,
    `with ${PICKED}
     select t.procedure, count(*)::int as run, sum(t.minutes)::float as minutes,
       (count(*) filter (where ${DECIDED}))::int as decided
     from picked p
     join job_test t on t.job_id = p.id and t.procedure is not null
     group by 1
     having count(*) >= ${FEWEST_RUNS}
     order by count(*) filter (where ${DECIDED})::float / count(*), 1
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
    `with ${PICKED}, act as (
       select p.id, a.seq, a.what
       from picked p
       join (
         select job_id, seq, 'test ' || procedure as what from job_test where procedure is not null
         union all
         select job_id, seq, 'repair ' || component || '/' || failure from job_part where failure is not null and not get_home
       ) a on a.job_id = p.id
     ), told as (
       select act.id, act.what = case o.odds -> 'next' ->> 'kind'
           when 'test' then 'test ' || (o.odds -> 'next' ->> 'procedure')
           when 'repair' then 'repair ' || (o.odds -> 'next' ->> 'cause') end as followed
       from act
       join lateral (
         select e.odds from entry_odds e where e.job_id = act.id and e.seq < act.seq order by e.seq desc limit 1
       ) o on o.odds -> 'next' <> 'null'
     ), by_job as (
       select id, avg(coalesce(followed, false)::int) >= 0.5 as followed from told group by id
     )
     select b.followed, count(*)::int as jobs, percentile_cont(0.5) within group (order by p.minutes) as "medianMinutes",
       avg((p.vain_parts > 0)::int)::float as "vainShare"
     from by_job b
     join picked p on p.id = b.id
     where p.finding = 'root-cause'
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
     select current_component(c.component) as component, current_failure(c.failure) as failure, count(distinct p.id)::int as jobs,
       percentile_cont(0.5) within group (order by p.minutes) as "medianMinutes"
     from picked p
     join job_cause c on c.job_id = p.id
     where p.finding = 'root-cause' and not p.came_back
     group by 1, 2
     having count(distinct p.id) >= 3
     order by 4 desc, 1, 2
     limit 8`,
    values(filter),
  );
}

/** The models of this site's closed jobs. */
export async function modelsWithJobs(db: Db, siteId: SiteId): Promise<readonly string[]> {
  const rows = await many<{ model: string }>(
    db,
    `select distinct v.make || ' ' || v.model as model
     from vehicle v
     where exists (select from job j where j.vehicle_id = v.id and j.site_id = $1 and j.closed_at is not null)
     order by 1`,
    [siteId],
  );
  return rows.map(({ model }) => model);
}
