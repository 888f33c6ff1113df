import "server-only";
import { readLessonVersion, writeLessonVersion } from "@/server/db/book-version";
import { hasClosedJobs } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";

/** Another number whenever the same job teaches something else than before (`lessonOf`, `rungOfJob`). */
export const LESSON_VERSION = 4;

/** Whether jobs are on record that were counted by the rules of an older version. */
export async function isTaughtByOlderRules(): Promise<boolean> {
  if ((await readLessonVersion(pool())) >= LESSON_VERSION) return false;
  if (await hasClosedJobs(pool())) return true;
  // Where nothing was taught, there is nothing to count anew.
  await writeLessonVersion(pool(), LESSON_VERSION);
  return false;
}
