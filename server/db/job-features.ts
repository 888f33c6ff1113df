import "server-only";
import type { JobId, SiteId } from "@/core/ids";
import type { Mark } from "@/core/lesson";
import type { Vehicle } from "@/core/vehicle";
import type { Cause } from "@/core/book";
import type { FindingResult } from "@/core/job";
import type { Db } from "./pool";
import { CopyRows } from "./copy-rows";
import { CAUSES_OF_JOB, ELSEWHERE, MINUTES_OF_JOB } from "./facts";
import { execute, many } from "./rows";

/** Stands for every closed job in `feature_jobs`: the number that rarity is measured against. */
export const EVERY_JOB = "*";

/** A job and what it is found by. */
export interface MarkedJob {
  readonly id: JobId;
  readonly marks: readonly Mark[];
}

/** Writes what closed jobs are found by. */
export async function addJobMarks(db: Db, jobs: readonly MarkedJob[]): Promise<void> {
  if (!jobs.length) return;
  await writeJobMarks(db, jobs);
  await countMarks(db, jobs, 1);
}

/** The same, but for the counts. */
export async function writeJobMarks(db: Db, jobs: readonly MarkedJob[]): Promise<void> {
  await insertMarks(db, jobs);
  await addSaidWords(db, jobs);
}

async function insertMarks(db: Db, jobs: readonly MarkedJob[]): Promise<void> {
  await execute(
    db,
    `insert into job_feature (job_id, feature, at)
     select marked.id, marked.mark, j.closed_at
     from unnest($1::uuid[], $2::text[]) as marked (id, mark)
     join job j on j.id = marked.id`,
    columnsOf(jobs),
  );
}

/** A row for each mark of each job, column by column. */
function columnsOf(jobs: readonly MarkedJob[]): [ids: JobId[], marks: Mark[]] {
  const rows = jobs.flatMap(({ id, marks }) => marks.map((mark) => ({ id, mark })));
  return [rows.map(({ id }) => id), rows.map(({ mark }) => mark)];
}

/** The words of the complaint, by which it is found as well. */
async function addSaidWords(db: Db, jobs: readonly MarkedJob[]): Promise<void> {
  await execute(
    db,
    "insert into job_word (word, at, job_id) select unnest(said_words(complaint)), closed_at, id from job where closed_at is not null and id = any($1)",
    [jobs.map(({ id }) => id)],
  );
}

export interface MarksOfJob extends MarkedJob {
  /** When the job was closed, in ISO 8601. */
  readonly at: string;
}

/** Writes what many jobs are found by; how often each mark stands is counted by a `MarkSum`. */
export async function copyJobMarks(db: Db, jobs: readonly MarksOfJob[]): Promise<void> {
  if (!jobs.length) return;
  const rows = new CopyRows("job_feature", "job_id uuid, feature text, at timestamptz");
  for (const { id, at, marks } of jobs) for (const mark of marks) rows.add(id, mark, at);
  await rows.write(db);
  await addSaidWords(db, jobs);
}

/** Lets go of what jobs are found by, but for the counts. @returns the marks that stood, each as often as it did */
export async function dropJobMarks(db: Db, ids: readonly JobId[]): Promise<readonly Mark[]> {
  await execute(db, "delete from job_word where job_id = any($1)", [ids]);
  const gone = await many<{ mark: Mark }>(
    db,
    "delete from job_feature where job_id = any($1) returning feature as mark",
    [ids],
  );
  return gone.map(({ mark }) => mark);
}

/** In how many jobs more, or fewer, each mark stands, added up before it is written: whoever closes a job meanwhile waits for no other. */
export class MarkSum {
  #counts = new Map<string, number>();

  /** A closed job, or so many, that is there now (1), or no longer (-1), and every mark that it has. */
  add(marks: readonly Mark[], sign: 1 | -1, jobs = 1): void {
    this.#bump(EVERY_JOB, sign * jobs);
    for (const mark of marks) this.#bump(mark, sign);
  }

  #bump(mark: string, by: number): void {
    this.#counts.set(mark, (this.#counts.get(mark) ?? 0) + by);
  }

  async write(db: Db): Promise<void> {
    const counts = this.#counts;
    this.#counts = new Map();
    await addToFeatureJobs(db, counts);
  }
}

/** @param counts how many more jobs, or fewer, have each mark */
export async function addToFeatureJobs(db: Db, counts: ReadonlyMap<string, number>): Promise<void> {
  // In one order for all writers.
  const sorted = [...counts].filter(([, count]) => count !== 0).sort(([a], [b]) => (a < b ? -1 : 1));
  if (!sorted.length) return;
  await execute(
    db,
    `insert into feature_jobs as kept (feature, jobs)
     select * from unnest($1::text[], $2::bigint[])
     on conflict (feature) do update
     set jobs = kept.jobs + excluded.jobs`,
    [sorted.map(([mark]) => mark), sorted.map(([, count]) => count)],
  );
  const fewer = sorted.flatMap(([mark, count]) => (count < 0 ? mark : []));
  if (fewer.length) await execute(db, "delete from feature_jobs where feature = any($1) and jobs = 0", [fewer]);
}

/** Counts marks that stand on other jobs than before; there are as many jobs as before. */
export async function countMovedMarks(db: Db, gone: readonly Mark[], come: readonly Mark[]): Promise<void> {
  const counts = new Map<string, number>();
  for (const mark of gone) counts.set(mark, (counts.get(mark) ?? 0) - 1);
  for (const mark of come) counts.set(mark, (counts.get(mark) ?? 0) + 1);
  await addToFeatureJobs(db, counts);
}

/** A job that is open again is found by its marks no more. */
export async function removeJobMarks(db: Db, id: JobId): Promise<void> {
  // Those that stand: since words became one it may wait to be marked anew.
  const sum = new MarkSum();
  sum.add(await dropJobMarks(db, [id]), -1);
  await sum.write(db);
}

async function countMarks(db: Db, jobs: readonly MarkedJob[], sign: 1 | -1): Promise<void> {
  const sum = new MarkSum();
  for (const { marks } of jobs) sum.add(marks, sign);
  await sum.write(db);
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

/** A closed job as far as its likeness needs it. */
export interface LikeJobRow {
  readonly id: JobId;
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  /** Its marks among those that were asked for. */
  readonly features: readonly Mark[];
}

/** So many of the latest jobs with a mark are looked at: what is like them all is there, however many jobs there are. */
const LATEST = 1000;

/**
 * Closed jobs that share the weightiest marks, among the latest with each of them.
 * @param worth nats by mark; candidates are ranked by their sum
 */
export async function findLikeJobs(db: Db, worth: ReadonlyMap<Mark, number>, limit: number): Promise<LikeJobRow[]> {
  return many<LikeJobRow>(
    db,
    `with candidate as (
       select f.job_id, sum(w.worth) as worth
       from unnest($1::text[], $2::float8[]) as w (feature, worth),
         lateral (
           select job_id from job_feature where feature = w.feature order by at desc, job_id limit ${LATEST}
         ) f
       group by f.job_id
       order by sum(w.worth) desc, f.job_id
       limit $3
     )
     select j.id, j.odometer_km as "odometerKm",
       json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine,
         'transmission', v.transmission, 'drive', v.drive, 'market', v.market) as vehicle,
       array(select feature from job_feature f where f.job_id = j.id and f.feature = any($1)) as features
     from candidate
     join job j on j.id = candidate.job_id
     join vehicle v on v.id = j.vehicle_id
     order by candidate.worth desc, j.closed_at desc`,
    [[...worth.keys()], [...worth.values()], limit],
  );
}

export interface LikeJobDetails {
  readonly id: JobId;
  readonly key: string;
  readonly number: number;
  readonly finding: FindingResult;
  readonly causes: readonly Cause[];
  readonly minutes: number;
  /** The test that named the cause, where one did. */
  readonly settledBy: string | null;
  /** The site whose job it is, where it is another one. */
  readonly elsewhere: string | null;
}

/** What a few like jobs came to. */
export async function readLikeJobs(
  db: Db,
  siteId: SiteId,
  ids: readonly JobId[],
): Promise<ReadonlyMap<JobId, LikeJobDetails>> {
  if (!ids.length) return new Map();
  const rows = await many<LikeJobDetails>(
    db,
    `select j.id, j.key, j.number, j.finding, ${ELSEWHERE("$2")} as elsewhere,
       ${CAUSES_OF_JOB} as causes,
       ${MINUTES_OF_JOB} as minutes,
       (select t.title
        from job_test t, jsonb_array_elements(current_effects(t.effects)) effect
        join job_cause c on current_component(c.component) = effect ->> 'component'
        where t.job_id = j.id and c.job_id = j.id and effect ->> 'effect' in ('proves', 'confirms', 'supports')
          and coalesce(effect ->> 'failure', current_failure(c.failure)) = current_failure(c.failure)
        order by array_position(array['proves', 'confirms', 'supports'], effect ->> 'effect'), t.seq
        limit 1) as "settledBy"
     from job j
     where j.id = any($1)`,
    [ids, siteId],
  );
  return new Map(rows.map((row) => [row.id, row]));
}
