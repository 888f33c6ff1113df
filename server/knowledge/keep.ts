import "server-only";
import { presentFeatures } from "@/core/diagnosis";
import type { JobId } from "@/core/ids";
import type { JobFacts } from "@/core/job";
import { lessonOf } from "@/core/knowledge";
import { applyLesson, countAlone } from "@/server/db/counters";
import { readFacts } from "@/server/db/facts";
import { addJobFeatures, removeJobFeatures } from "@/server/db/job-features";
import type { Db } from "@/server/db/pool";

/** Keeps the counters true to a job that changed: takes away what it taught before and adds what it teaches now. */
export async function keepKnowledge(db: Db, jobId: JobId, before: JobFacts | null, after: JobFacts): Promise<void> {
  if (before) await unlearn(db, jobId, before);
  await learn(db, jobId, after);
}

/** Takes away what a job taught. */
export async function unlearn(db: Db, jobId: JobId, job: JobFacts): Promise<void> {
  if (!job.closed) return;
  await applyLesson(db, lessonOf(job), -1);
  await removeJobFeatures(db, jobId, featureKeys(job));
}

async function learn(db: Db, jobId: JobId, job: JobFacts): Promise<void> {
  if (!job.closed) return;
  await applyLesson(db, lessonOf(job), 1);
  await addJobFeatures(db, jobId, featureKeys(job));
}

/**
 * Makes a change that alters what jobs teach, such as merging two words, and counts those jobs again: what they taught is taken
 * away before it and what they teach now is added after it.
 * @param touched finds every closed job that the change can touch
 */
export async function recount(
  db: Db,
  touched: () => Promise<readonly JobId[]>,
  change: () => Promise<void>,
): Promise<{ jobs: number }> {
  await countAlone(db);
  const jobs = await touched();
  for (const id of jobs) await unlearn(db, id, await readFacts(db, id));
  await change();
  for (const id of jobs) await learn(db, id, await readFacts(db, id));
  return { jobs: jobs.length };
}

function featureKeys(job: JobFacts): readonly string[] {
  return presentFeatures(job.symptoms, job.codes).map(({ key }) => key);
}
