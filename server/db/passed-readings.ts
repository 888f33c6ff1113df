import "server-only";
import type { Quantity } from "@/core/measure";
import type { Db } from "./pool";
import { many } from "./rows";

/** The latest of them say what parts of today read. */
const MOST = 500;

/** First readings of this procedure's tests that passed and were not taken back, with the vehicle maker's own part, latest first. */
export async function passedReadings(db: Db, procedure: string): Promise<Quantity[]> {
  const rows = await many<{ reading: Quantity }>(
    db,
    `select e.body #> '{readings,0,reading}' as reading
     from entry e
     where e.kind = 'test' and e.body ->> 'procedure' = $1 and e.body ->> 'verdict' = 'pass'
       and e.body #>> '{readings,0,reading,value}' is not null and e.body ->> 'partMaker' is null
       and not exists (select from entry c where c.job_id = e.job_id and c.corrects = e.seq)
     order by e.at desc
     limit ${MOST}`,
    [procedure],
  );
  return rows.map(({ reading }) => reading);
}
