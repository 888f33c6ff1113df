import "server-only";
import type { JobId } from "@/core/ids";
import type { Mark } from "@/core/lesson";
import { countMovedMarks, dropJobMarks, EVERY_JOB, writeJobMarks, type MarkedJob } from "./job-features";
import type { Db } from "./pool";
import { many } from "./rows";

/** Whether jobs are found by what they show, and how they are mended where they are not. */

/** Those of some closed jobs that are not found by just these marks, or not by the words of their complaint. */
export async function wronglyMarked(db: Db, jobs: readonly MarkedJob[]): Promise<JobId[]> {
  const stands = await many<{ id: JobId; marks: readonly Mark[]; sound: boolean }>(
    db,
    `select j.id,
       array(select feature from job_feature f where f.job_id = j.id and f.at = j.closed_at) as marks,
       not exists (select from job_feature f where f.job_id = j.id and f.at <> j.closed_at)
         and array(select word collate "C" from job_word w where w.job_id = j.id and w.at = j.closed_at order by 1)
           = array(select said collate "C" from unnest(said_words(j.complaint)) said order by 1) as sound
     from job j
     where j.id = any($1)`,
    [jobs.map(({ id }) => id)],
  );
  const found = new Map(stands.map(({ id, marks, sound }) => [id, sound ? new Set(marks) : null]));
  return jobs.flatMap(({ id, marks }) => {
    const own = found.get(id);
    return own?.size === marks.length && marks.every((mark) => own.has(mark)) ? [] : id;
  });
}

/** Open jobs that are found as if they were closed. */
export async function markedThoughOpen(db: Db): Promise<JobId[]> {
  const rows = await many<{ id: JobId }>(
    db,
    `select id from job j
     where closed_at is null
       and (exists (select from job_feature f where f.job_id = j.id) or exists (select from job_word w where w.job_id = j.id))`,
  );
  return rows.map(({ id }) => id);
}

/** In how many jobs more, or fewer, each mark stands than is counted. */
export async function miscountedMarks(db: Db): Promise<ReadonlyMap<string, number>> {
  const rows = await many<{ mark: string; more: string }>(
    db,
    `with stands as (
       select feature, count(*) as jobs from job_feature group by feature
       union all
       select '${EVERY_JOB}', count(*) from job where closed_at is not null
     )
     select feature as mark, coalesce(s.jobs, 0) - coalesce(k.jobs, 0) as more
     from stands s
     full join feature_jobs k using (feature)
     where coalesce(s.jobs, 0) <> coalesce(k.jobs, 0)`,
  );
  return new Map(rows.map(({ mark, more }) => [mark, Number(more)]));
}

/** Lets jobs that nobody else changes be found by these marks alone; open ones by none. */
export async function markAnew(db: Db, jobs: readonly MarkedJob[]): Promise<void> {
  const ids = jobs.map(({ id }) => id);
  const gone = await dropJobMarks(db, ids);
  await writeJobMarks(db, jobs);
  await countMovedMarks(
    db,
    gone,
    jobs.flatMap(({ marks }) => marks),
  );
}
