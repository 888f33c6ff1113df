import "server-only";
import type { CauseKey } from "@/core/diagnosis";
import type { JobId } from "@/core/ids";
import type { Db } from "./pool";
import { many } from "./rows";

/** So many jobs stand behind a sentence: enough to look at. */
const MOST = 5;

/** The keys of the latest closed jobs with each of these causes. */
export async function jobsWithCauses(
  db: Db,
  causes: readonly CauseKey[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await many<{ cause: string; keys: string[] }>(
    db,
    `select wanted.cause, array(
       select j.key
       from job_cause c
       join job j on j.id = c.job_id
       where c.component = split_part(wanted.cause, '/', 1) and c.failure = split_part(wanted.cause, '/', 2)
         and j.closed_at is not null
       order by j.closed_at desc, j.key
       limit ${MOST}) as keys
     from unnest($1::text[]) as wanted (cause)`,
    [causes],
  );
  return new Map(rows.map(({ cause, keys }) => [cause, keys]));
}

/** The keys of the latest closed jobs on which a part or a test of these was tried where a symptom was told of. */
export async function jobsWithTrials(
  db: Db,
  kind: "part" | "test",
  subject: string,
  symptoms: readonly string[],
): Promise<readonly string[]> {
  const [table, column] = kind === "part" ? ["job_part", "component"] : ["job_test", "procedure"];
  const rows = await many<{ key: string }>(
    db,
    `select j.key
     from job j
     where j.closed_at is not null
       and exists (select from ${table} t where t.job_id = j.id and t.${column} = $1)
       and exists (select from job_symptom s where s.job_id = j.id and s.symptom = any($2))
     order by j.closed_at desc, j.key
     limit ${MOST}`,
    [subject, symptoms],
  );
  return rows.map(({ key }) => key);
}

export async function keysOfJobs(db: Db, ids: readonly JobId[]): Promise<ReadonlyMap<string, string>> {
  const rows = await many<{ id: string; key: string }>(db, "select id, key from job where id = any($1)", [ids]);
  return new Map(rows.map(({ id, key }) => [id, key]));
}
