import "server-only";
import type { JobId } from "@/core/ids";
import { CopyRows } from "./copy-rows";
import type { Db } from "./pool";
import { many } from "./rows";

/** Jobs that are to be found by other marks wait in the database until they are marked anew, some at a time. */

/** Lets jobs wait. */
export async function letMarksWait(db: Db, jobs: readonly JobId[]): Promise<void> {
  const rows = new CopyRows("marks_waiting", "job_id uuid");
  for (const id of jobs) rows.add(id);
  await rows.write(db);
}

/** So many are marked at a time: some ten milliseconds. */
const NEXT = 100;

/** Takes the next jobs that wait, to be marked anew within the same transaction. */
export async function takeMarksWaiting(db: Db): Promise<readonly JobId[]> {
  const rows = await many<{ id: JobId }>(
    db,
    `delete from marks_waiting where ctid = any(array(select ctid from marks_waiting limit ${NEXT})) returning job_id as id`,
  );
  return [...new Set(rows.map(({ id }) => id))];
}
