import "server-only";
import type { JobId } from "@/core/ids";
import type { Db } from "./pool";
import { many, one } from "./rows";

/** A moment as the database counts them: whatever is written after it is found by `jobsMovedSince`, and perhaps some of what was written just before. */
export async function readMoment(db: Db): Promise<string> {
  return (await one<{ moment: string }>(db, "select pg_snapshot_xmin(pg_current_snapshot())::xid::text as moment"))
    .moment;
}

/** Jobs that were written since, whose vehicle was, or that came back since. Looks at every job, and asks each for nothing but that. */
export async function jobsMovedSince(db: Db, moment: string): Promise<JobId[]> {
  const rows = await many<{ id: JobId }>(
    db,
    `select j.id
     from job j
     join vehicle v on v.id = j.vehicle_id
     where age(j.xmin) <= age($1::xid) or age(v.xmin) <= age($1::xid)
     union
     select comeback_of from job where comeback_of is not null and age(xmin) <= age($1::xid)`,
    [moment],
  );
  return rows.map(({ id }) => id);
}
