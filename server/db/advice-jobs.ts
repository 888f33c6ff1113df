import "server-only";
import { symptomFeature } from "@/core/case";
import type { CauseKey } from "@/core/book";
import { causeMark, trialMark } from "@/core/lesson";
import type { Db } from "./pool";
import { many } from "./rows";

/** So many jobs stand behind a sentence: enough to look at. */
const MOST = 5;
/** They are looked for among so many of the latest. */
const LATEST = 2000;

/** The keys of the latest closed jobs with each of these causes. */
export async function jobsWithCauses(
  db: Db,
  causes: readonly CauseKey[],
): Promise<ReadonlyMap<string, readonly string[]>> {
  const rows = await many<{ cause: string; keys: string[] }>(
    db,
    `select wanted.cause, array(
       select j.key
       from (
         select job_id, at from job_feature where feature = wanted.mark order by at desc, job_id limit ${MOST}
       ) f
       join job j on j.id = f.job_id
       order by f.at desc, f.job_id) as keys
     from unnest($1::text[], $2::text[]) as wanted (cause, mark)`,
    [causes, causes.map(causeMark)],
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
  const rows = await many<{ key: string }>(
    db,
    `select j.key
     from (
       select job_id, at from job_feature where feature = $1 order by at desc, job_id limit ${LATEST}
     ) tried
     join job j on j.id = tried.job_id
     where exists (select from job_feature f where f.job_id = tried.job_id and f.feature = any($2))
     order by tried.at desc, tried.job_id
     limit ${MOST}`,
    [trialMark(kind, subject), symptoms.map(symptomFeature)],
  );
  return rows.map(({ key }) => key);
}
