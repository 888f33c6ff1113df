import "server-only";
import type { JobId } from "@/core/ids";
import type { JobFacts } from "@/core/job";
import { lessonOf, marksOf } from "@/core/lesson";
import { LessonSum } from "@/server/db/counters";
import { readFactsOf } from "@/server/db/facts";
import { keepWhatJobsTook } from "@/server/db/jobs";
import { keepOnVehiclesOf } from "@/server/db/known-failure-counts";
import { addJobMarks, removeJobMarks } from "@/server/db/job-features";
import type { Db } from "@/server/db/pool";

/** A job and its facts. */
export type JobWithFacts = readonly [id: JobId, facts: JobFacts];

/** Keeps the counters true to a job that changed: takes away what it taught before and adds what it teaches now. */
export async function keepCounters(db: Db, jobId: JobId, before: JobFacts | null, after: JobFacts): Promise<void> {
  if (before) await unlearn(db, [[jobId, before]]);
  await learn(db, [[jobId, after]]);
  if (before?.closed || after.closed) await keepFigures(db, [jobId]);
}

/** Keeps what pages tell of all jobs true to closed jobs that changed. */
async function keepFigures(db: Db, jobs: readonly JobId[]): Promise<void> {
  await keepWhatJobsTook(db, jobs);
  await keepOnVehiclesOf(db, jobs);
}

/** Takes away what jobs taught. */
export async function unlearn(db: Db, jobs: readonly JobWithFacts[]): Promise<void> {
  const closed = jobs.filter(([, { closed: over }]) => over);
  await sumOf(closed, -1).write(db);
  await removeJobMarks(db, marksOfAll(closed));
}

/** Adds what jobs teach; what they add to the counters may wait in a sum that the caller writes later. */
export async function learn(db: Db, jobs: readonly JobWithFacts[], into?: LessonSum): Promise<void> {
  const closed = jobs.filter(([, { closed: over }]) => over);
  const sum = sumOf(closed, 1, into);
  if (!into) await sum.write(db);
  await addJobMarks(db, marksOfAll(closed));
}

const AT_ONCE = 250;

/** Counts closed jobs that nothing was learnt from yet, some hundred at a time. */
export async function learnFrom(db: Db, ids: readonly JobId[], onProgress: (done: number) => void): Promise<void> {
  const sum = new LessonSum();
  for (let from = 0; from < ids.length; from += AT_ONCE) {
    const batch = ids.slice(from, from + AT_ONCE);
    await learn(db, [...(await readFactsOf(db, batch))], sum);
    await keepFigures(db, batch);
    if (sum.size > MOST_IN_MEMORY) await sum.write(db);
    onProgress(Math.min(from + AT_ONCE, ids.length));
  }
  await sum.write(db);
}

/** So many counters are kept in memory before they are written. */
export const MOST_IN_MEMORY = 200_000;

function sumOf(jobs: readonly JobWithFacts[], sign: 1 | -1, into = new LessonSum()): LessonSum {
  for (const [, facts] of jobs) into.add(lessonOf(facts), sign);
  return into;
}

const marksOfAll = (jobs: readonly JobWithFacts[]) => jobs.map(([id, facts]) => ({ id, marks: marksOf(facts) }));
