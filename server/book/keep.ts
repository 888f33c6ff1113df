import "server-only";
import type { JobId } from "@/core/ids";
import type { JobFacts } from "@/core/job";
import { lessonOf, marksOf } from "@/core/lesson";
import { LessonSum } from "@/server/db/counters";
import { addJobMarks, removeJobMarks } from "@/server/db/job-features";
import { keepWhatJobsTook } from "@/server/db/jobs";
import { keepOnVehiclesOf } from "@/server/db/known-failure-counts";
import type { Db } from "@/server/db/pool";

/** Keeps the counters true to a job that changed: takes away what it taught before and adds what it teaches now. */
export async function keepCounters(db: Db, jobId: JobId, before: JobFacts | null, after: JobFacts): Promise<void> {
  if (before?.closed) {
    await lessonSum(before, -1).write(db);
    await removeJobMarks(db, jobId);
  }
  if (after.closed) {
    await lessonSum(after, 1).write(db);
    await addJobMarks(db, [{ id: jobId, marks: marksOf(after) }]);
  }
  if (before?.closed || after.closed) await keepFigures(db, jobId);
}

function lessonSum(facts: JobFacts, sign: 1 | -1): LessonSum {
  const sum = new LessonSum();
  sum.add(lessonOf(facts), sign);
  return sum;
}

/** Keeps what pages tell of all jobs true to a closed job that changed. */
async function keepFigures(db: Db, jobId: JobId): Promise<void> {
  await keepWhatJobsTook(db, [jobId]);
  await keepOnVehiclesOf(db, [jobId]);
}
