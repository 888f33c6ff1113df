import "server-only";
import type { JobId } from "@/core/ids";
import type { JobFacts } from "@/core/job";
import { marksOf } from "@/core/lesson";
import { lockJobs } from "@/server/db/casebook";
import { countTogether } from "@/server/db/count-locks";
import { readFactsOf } from "@/server/db/facts";
import type { MarkedJob } from "@/server/db/job-features";
import { markAnew } from "@/server/db/marks-checked";
import { takeMarksWaiting } from "@/server/db/marks-waiting";
import type { Db } from "@/server/db/pool";

/** What jobs are found by: open ones by nothing. */
export const marksOfAll = (facts: ReadonlyMap<JobId, JobFacts>): MarkedJob[] =>
  [...facts].map(([id, each]) => ({ id, marks: each.closed ? marksOf(each) : [] }));

/** Lets jobs be found by what they show now, whatever happened to them since they were looked at. */
export async function markJobsAnew(db: Db, ids: readonly JobId[]): Promise<void> {
  await countTogether(db);
  await lockJobs(db, ids);
  await markAnew(db, marksOfAll(await readFactsOf(db, ids)));
}

/**
 * Marks the next jobs that wait for it, within a transaction of their own that gives way (`givingWay`).
 * @returns whether more of them may wait
 */
export async function markNextWaiting(db: Db): Promise<boolean> {
  const ids = await takeMarksWaiting(db);
  if (ids.length) await markJobsAnew(db, ids);
  return ids.length > 0;
}
