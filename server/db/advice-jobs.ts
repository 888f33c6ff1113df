import "server-only";
import { symptomFeature } from "@/core/case";
import type { CauseKey } from "@/core/book";
import { causeMark, trialMark } from "@/core/lesson";
import type { Db } from "./pool";
import { many } from "./rows";

/** So many jobs stand behind a sentence: enough to look at. */
const MOST = 5;
/** They are looked for among so many of the latest. */
const LATEST = 600;

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

/** A part or a test that was tried. */
export interface Tried {
  readonly kind: "part" | "test";
  readonly subject: string;
}

/** The keys of the latest closed jobs on which each of these was tried where a symptom was told of, in their order. */
export async function jobsWithTrials(
  db: Db,
  tried: readonly Tried[],
  symptoms: readonly string[],
): Promise<readonly (readonly string[])[]> {
  if (!tried.length) return [];
  const rows = await many<{ keys: string[] }>(
    db,
    `select array(
       select j.key
       from (
         select t.job_id, t.at
         from (
           select job_id, at from job_feature where feature = wanted.mark order by at desc, job_id limit ${LATEST}
         ) t
         where exists (select from job_feature f where f.job_id = t.job_id and f.feature = any($2))
         order by t.at desc, t.job_id
         limit ${MOST}
       ) own
       join job j on j.id = own.job_id
       order by own.at desc, own.job_id) as keys
     from unnest($1::text[]) with ordinality as wanted (mark, nth)
     order by wanted.nth`,
    [tried.map(({ kind, subject }) => trialMark(kind, subject)), symptoms.map(symptomFeature)],
  );
  return rows.map(({ keys }) => keys);
}
