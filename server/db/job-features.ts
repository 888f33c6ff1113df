import "server-only";
import type { JobId } from "@/core/ids";
import type { Vehicle } from "@/core/vehicle";
import type { Cause } from "@/core/diagnosis";
import type { FindingResult } from "@/core/job";
import type { Db } from "./pool";
import { CAUSES_OF_JOB } from "./facts";
import { execute, many } from "./rows";

/** Stands for every closed job in `feature_jobs`: the number that rarity is measured against. */
export const EVERY_JOB = "*";

export async function addJobFeatures(db: Db, jobId: JobId, features: readonly string[]): Promise<void> {
  await execute(db, "insert into job_feature (job_id, feature) select $1, unnest($2::text[])", [jobId, features]);
  await execute(
    db,
    `insert into feature_jobs as kept (feature, jobs)
     select feature, 1 from unnest($1::text[]) as feature
     on conflict (feature) do update
     set jobs = kept.jobs + 1`,
    [[...features, EVERY_JOB].sort()],
  );
}

export async function removeJobFeatures(db: Db, jobId: JobId, features: readonly string[]): Promise<void> {
  const sorted = [...features, EVERY_JOB].sort();
  await execute(db, "delete from job_feature where job_id = $1", [jobId]);
  await execute(db, "update feature_jobs set jobs = jobs - 1 where feature = any($1)", [sorted]);
  await execute(db, "delete from feature_jobs where feature = any($1) and jobs = 0", [sorted]);
}

/** In how many closed jobs each feature was seen, and under `EVERY_JOB` how many there are. */
export async function readFeatureJobs(db: Db, features: readonly string[]): Promise<Map<string, number>> {
  const rows = await many<{ feature: string; jobs: number }>(
    db,
    "select feature, jobs from feature_jobs where feature = any($1)",
    [[...features, EVERY_JOB]],
  );
  return new Map(rows.map(({ feature, jobs }) => [feature, jobs]));
}

export interface LikeJobRow {
  readonly id: JobId;
  readonly key: string;
  readonly number: number;
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  readonly features: readonly string[];
  readonly finding: FindingResult;
  readonly causes: readonly Cause[];
  readonly minutes: number;
  /** The test that named the cause, where one did. */
  readonly settledBy: string | null;
}

/**
 * Closed jobs that share the weightiest features.
 * @param worth nats by feature; candidates are ranked by their sum
 */
export async function findLikeJobs(db: Db, worth: ReadonlyMap<string, number>, limit: number): Promise<LikeJobRow[]> {
  return many<LikeJobRow>(
    db,
    `with candidate as (
       select f.job_id, sum(w.worth) as worth
       from unnest($1::text[], $2::float8[]) as w (feature, worth)
       join job_feature f on f.feature = w.feature
       group by f.job_id
       order by sum(w.worth) desc, f.job_id
       limit $3
     )
     select j.id, j.key, j.number, j.odometer_km as "odometerKm", j.finding,
       json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine,
         'transmission', v.transmission, 'drive', v.drive, 'market', v.market) as vehicle,
       array(select feature from job_feature f where f.job_id = j.id) as features,
       ${CAUSES_OF_JOB} as causes,
       (select coalesce(sum(e.minutes), 0) from entry e where e.job_id = j.id) as minutes,
       (select t.title
        from job_test t, jsonb_array_elements(current_effects(t.effects)) effect
        join job_cause c on current_component(c.component) = effect ->> 'component'
        where t.job_id = j.id and c.job_id = j.id and effect ->> 'effect' in ('confirms', 'supports')
          and coalesce(effect ->> 'failure', current_failure(c.failure)) = current_failure(c.failure)
        order by effect ->> 'effect', t.seq
        limit 1) as "settledBy"
     from candidate
     join job j on j.id = candidate.job_id
     join vehicle v on v.id = j.vehicle_id
     order by candidate.worth desc, j.closed_at desc`,
    [[...worth.keys()], [...worth.values()], limit],
  );
}
