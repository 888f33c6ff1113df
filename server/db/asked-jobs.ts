import "server-only";
import type { Cause } from "@/core/book";
import type { JobId, SiteId } from "@/core/ids";
import type { FindingResult } from "@/core/job";
import type { Mark } from "@/core/lesson";
import type { Vehicle } from "@/core/vehicle";
import { VEHICLE_OF_JOB } from "./job-lists";
import type { Db } from "./pool";
import { CAUSES_OF_JOB, ELSEWHERE, MINUTES_OF_JOB } from "./facts";
import { many } from "./rows";

/** What a job has to have, each group of marks one thing that was asked for. */
export interface AskedFor {
  /** Any of a group's marks will do. */
  readonly groups: readonly (readonly Mark[])[];
  readonly make: string | null;
  readonly year: number | null;
  readonly vehicleIds: readonly string[];
  readonly partNumber: string | null;
  /** Stands in the customer's words, as `stem` gives it. */
  readonly complaint: readonly string[];
}

export interface AskedJobRow {
  readonly id: JobId;
  /** How many of the groups it has, with make, year, plate, part number and words of the complaint counted as one each. */
  readonly matched: number;
}

/** So many of the latest jobs with a mark are looked at. */
const LATEST = 1000;

/** Closed jobs that have what was asked for, those that have most of it first, then the latest. */
export async function findAskedJobs(db: Db, asked: AskedFor, most: number): Promise<AskedJobRow[]> {
  const marks = asked.groups.flatMap((group, at) => group.map((mark) => [at, mark] as const));
  return many<AskedJobRow>(
    db,
    `with hit as (
       select w.part, f.job_id
       from unnest($1::int[], $2::text[]) as w (part, mark),
         lateral (
           select job_id from job_feature where feature = w.mark order by at desc, job_id limit ${LATEST}
         ) f
       union all
       (select -1, j.id from job j where j.vehicle_id = any($3::uuid[]) and j.closed_at is not null limit ${LATEST})
       union all
       (select -2, p.job_id
        from job_part p
        where p.part_number is not null and search_identity(p.part_number) = search_identity($4)
        limit ${LATEST})
       union all
       (select -3 - w.at::int, f.job_id
        from unnest($5::text[]) with ordinality as w (word, at),
          lateral (
            select job_id from job_word where word = w.word order by at desc, job_id limit ${LATEST}
          ) f)
       union all
       -- Part of a word, where nobody said it by itself.
       (select -3 - w.at::int, j.id
        from unnest($5::text[]) with ordinality as w (word, at),
          lateral (
            select id
            from job
            where closed_at is not null and complaint_searched like '%' || w.word || '%'
            limit ${LATEST}
          ) j
        where not exists (select from job_word where word = w.word))
       union all
       (select -100, j.id
        from (
          select id, vehicle_id, closed_at from job where closed_at is not null order by closed_at desc limit ${20 * LATEST}
        ) j
        join vehicle v on v.id = j.vehicle_id
        where $6::text is not null and v.make = $6
        order by j.closed_at desc
        limit ${LATEST})
     ), candidate as (
       select job_id, count(distinct part) as parts from hit group by job_id order by 2 desc limit ${LATEST}
     )
     select j.id, (c.parts + case when v.year = $7 then 1 else 0 end)::int as matched
     from candidate c
     join job j on j.id = c.job_id
     join vehicle v on v.id = j.vehicle_id
     where j.closed_at is not null
     order by 2 desc, j.closed_at desc, j.id
     limit $8`,
    [
      marks.map(([at]) => at),
      marks.map(([, mark]) => mark),
      asked.vehicleIds,
      asked.partNumber,
      asked.complaint,
      asked.make,
      asked.year,
      most,
    ],
  );
}

export interface CauseFound extends Cause {
  readonly jobs: number;
  readonly medianMinutes: number;
  /** Procedures whose outcome spoke for it there, the commonest first. */
  readonly settledBy: readonly string[];
}

/** Times and tests of a cause are taken from so many of its jobs, the latest. */
const SAMPLE = 12;

export interface CausesFound {
  /** The commonest first. */
  readonly causes: readonly CauseFound[];
  /** How many of the jobs came to a cause that stands. */
  readonly jobs: number;
}

/** The causes that these jobs came to; a job that came back has none. */
export async function causesOfJobs(db: Db, ids: readonly JobId[], most: number): Promise<CausesFound> {
  if (!ids.length) return { causes: [], jobs: 0 };
  const rows = await many<CauseFound & { readonly all: number }>(
    db,
    `with said as materialized (
       select j.id, j.closed_at, c.component, c.failure
       from job j
       join job_cause c on c.job_id = j.id
       where j.id = any($1) and j.finding = 'root-cause' and not j.came_back
     ), called as (
       select s.component as said_component, s.failure as said_failure, coalesce(k.merged_into, k.key) as component,
         coalesce(m.merged_into, m.key) as failure
       from (select distinct component, failure from said) s
       join component k on k.key = s.component
       join failure m on m.key = s.failure
     ), found as materialized (
       select distinct s.id, s.closed_at, c.component, c.failure
       from said s
       join called c on c.said_component = s.component and c.said_failure = s.failure
     ), commonest as (
       select component, failure, count(*)::int as jobs
       from found
       group by 1, 2
       order by 3 desc, 1, 2
       limit $2
     ), sample as materialized (
       select l.component, l.failure, s.id
       from commonest l,
         lateral (
           select id
           from found f
           where f.component = l.component and f.failure = l.failure
           order by closed_at desc, id
           limit ${SAMPLE}
         ) s
     )
     select l.component, l.failure, l.jobs, (select count(distinct id)::int from found) as all,
       (select percentile_cont(0.5) within group (order by ${MINUTES_OF_JOB})
        from sample j
        where j.component = l.component and j.failure = l.failure) as "medianMinutes",
       array(
         select t.procedure
         from sample j
         join job_test t on t.job_id = j.id and t.procedure is not null, jsonb_array_elements(t.effects) effect
         where j.component = l.component and j.failure = l.failure and effect ->> 'effect' in ('proves', 'confirms', 'supports')
           and coalesce((select merged_into from component where key = effect ->> 'component'), effect ->> 'component') = l.component
           and coalesce((select merged_into from failure where key = effect ->> 'failure'), effect ->> 'failure', l.failure) = l.failure
         group by t.procedure
         order by count(*) desc, t.procedure
         limit 3
       ) as "settledBy"
     from commonest l
     order by l.jobs desc, l.component, l.failure`,
    [ids, most],
  );
  const causes = rows.map(({ component, failure, jobs, medianMinutes, settledBy }) => ({
    component,
    failure,
    jobs,
    medianMinutes,
    settledBy,
  }));
  return { causes, jobs: rows[0]?.all ?? 0 };
}

export interface JobFoundRow {
  readonly id: JobId;
  readonly key: string;
  readonly number: number;
  readonly vehicle: Vehicle;
  readonly plate: string | null;
  readonly complaint: string;
  readonly closedAt: Date;
  readonly finding: FindingResult;
  readonly causes: readonly Cause[];
  readonly minutes: number;
  readonly cameBack: boolean;
  /** The site whose job it is, where it is another one: its record stays there. */
  readonly elsewhere: string | null;
  /** Its marks among those that were asked for. */
  readonly marks: readonly Mark[];
}

/** What a few jobs were, in the order of their ids; of another site's job whose vehicle it was, and what the customer said, stays there. */
export async function readFoundJobs(
  db: Db,
  siteId: SiteId,
  { ids, marks }: { readonly ids: readonly JobId[]; readonly marks: readonly Mark[] },
): Promise<JobFoundRow[]> {
  if (!ids.length) return [];
  return many<JobFoundRow>(
    db,
    `select j.id, j.key, j.number, ${VEHICLE_OF_JOB} as vehicle, case when j.site_id = $3 then v.plate end as plate,
       case when j.site_id = $3 then j.complaint else '' end as complaint, ${ELSEWHERE("$3")} as elsewhere, j.closed_at as "closedAt", j.finding,
       ${CAUSES_OF_JOB} as causes,
       ${MINUTES_OF_JOB} as minutes,
       j.came_back as "cameBack",
       array(select feature from job_feature f where f.job_id = j.id and f.feature = any($2)) as marks
     from unnest($1::uuid[]) with ordinality as wanted (id, at)
     join job j on j.id = wanted.id
     join vehicle v on v.id = j.vehicle_id
     order by wanted.at`,
    [ids, marks, siteId],
  );
}
