import "server-only";
import { readLessonVersion, writeLessonVersion } from "@/server/db/book-version";
import { hasClosedJobs } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";

/** Another number whenever the same job teaches something else than before (`lessonOf`, `rungOfJob`). */
const LESSON_VERSION = 5;

/** Whether the jobs on record, if there are any, were counted by the rules of an older version. */
export async function isTaughtByOlderRules(): Promise<boolean> {
  return (await readLessonVersion(pool())) < LESSON_VERSION;
}

/** Whether there is anything to be counted by these rules. */
export const isAnythingTaught = (): Promise<boolean> => hasClosedJobs(pool());

/** From now on everything is counted by these rules. */
export const noteTheseRules = (): Promise<void> => writeLessonVersion(pool(), LESSON_VERSION);
