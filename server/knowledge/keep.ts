import "server-only";
import { presentFeatures } from "@/core/diagnosis";
import type { JobId } from "@/core/ids";
import type { JobFacts } from "@/core/job";
import { lessonOf } from "@/core/knowledge";
import { applyLesson } from "@/server/db/counters";
import { addJobFeatures, removeJobFeatures } from "@/server/db/job-features";
import type { Db } from "@/server/db/pool";

/** Keeps the counters true to a job that changed: takes away what it taught before and adds what it teaches now. */
export async function keepKnowledge(db: Db, jobId: JobId, before: JobFacts | null, after: JobFacts): Promise<void> {
  if (before?.closed) {
    await applyLesson(db, lessonOf(before), -1);
    await removeJobFeatures(db, jobId, featureKeys(before));
  }
  if (after.closed) {
    await applyLesson(db, lessonOf(after), 1);
    await addJobFeatures(db, jobId, featureKeys(after));
  }
}

function featureKeys(job: JobFacts): readonly string[] {
  return presentFeatures(job.symptoms, job.codes).map(({ key }) => key);
}
