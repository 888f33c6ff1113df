import "server-only";
import type { ConditionTopic } from "@/core/book";
import type { JobId, PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

export const WORD_KINDS = ["symptom", "condition", "component", "failure"] as const;
export type WordKind = (typeof WORD_KINDS)[number];

export interface NewWord {
  readonly key: string;
  readonly label: string;
  /** Of symptoms and components only. */
  readonly system: string | null;
  /** Of conditions only. */
  readonly topic: ConditionTopic;
}

const hasSystem = (kind: WordKind) => kind === "symptom" || kind === "component";

/** The key of the word that is called so, by its label or by what people also call it. */
export async function findWordCalled(db: Db, kind: WordKind, text: string): Promise<string | null> {
  const row = await maybeOne<{ key: string }>(
    db,
    `select coalesce(word.merged_into, word.key) as key
     from ${kind} word
     where lower(word.label) = lower($1)
       or word.key = (select key from synonym where kind = $2 and lower(text) = lower($1))
     order by lower(word.label) <> lower($1)
     limit 1`,
    [text, kind],
  );
  return row?.key ?? null;
}

/** Whether the shop has this word, merged or not. */
export async function wordExists(db: Db, kind: WordKind, key: string): Promise<boolean> {
  return (await maybeOne(db, `select key from ${kind} where key = $1`, [key])) !== null;
}

/** A new word of the shop. */
export async function insertWord(db: Db, kind: WordKind, word: NewWord, by: { id: PersonId; at: Date }): Promise<void> {
  const { key, label } = word;
  await execute(
    db,
    `insert into ${kind} (key, label${ownColumn(kind, ", ")}, created_at, created_by)
     values ($1, $2, $3, $4${ownColumn(kind, ", ") && ", $5"})`,
    [key, label, ...ownValue(kind, word), by.at, by.id],
  );
}

/** What a kind of word says of itself beside its label. */
const ownColumn = (kind: WordKind, before: string) =>
  hasSystem(kind) ? `${before}system` : kind === "condition" ? `${before}topic` : "";
const ownValue = (kind: WordKind, { system, topic }: Pick<NewWord, "system" | "topic">) =>
  hasSystem(kind) ? [system] : kind === "condition" ? [topic] : [];

/** Another text for a word, or another system; its key stays. */
export async function updateWord(db: Db, kind: WordKind, word: NewWord): Promise<void> {
  await execute(
    db,
    `update ${kind} set label = $2${ownColumn(kind, ", ") && `${ownColumn(kind, ", ")} = $3`} where key = $1`,
    [word.key, word.label, ...ownValue(kind, word)],
  );
}

/** The word that a key counts as: itself, or the one that it was merged into; null where there is none. */
export async function currentWord(db: Db, kind: WordKind, key: string): Promise<string | null> {
  const row = await maybeOne<{ key: string }>(
    db,
    `select coalesce(merged_into, key) as key from ${kind} where key = $1`,
    [key],
  );
  return row?.key ?? null;
}

/** Makes a word, and whatever was merged into it before, count as another one. */
export async function setMerged(db: Db, kind: WordKind, from: string, into: string): Promise<void> {
  await execute(db, `update ${kind} set merged_into = $2 where key = $1 or merged_into = $1`, [from, into]);
}

/** A merged word stands for itself again. */
export async function unsetMerged(db: Db, kind: WordKind, key: string): Promise<void> {
  await execute(db, `update ${kind} set merged_into = null where key = $1`, [key]);
}

/**
 * Closed jobs that name one of these words anywhere that is counted.
 * @param among only these jobs; null for all
 */
export async function closedJobsNaming(
  db: Db,
  kind: WordKind,
  keys: readonly string[],
  among: readonly JobId[] | null,
): Promise<JobId[]> {
  const named = NAMED_IN[kind](among ? "and job_id = any($2)" : "");
  const rows = await many<{ id: JobId }>(
    db,
    `select distinct j.id from (${named}) named join job j on j.id = named.job_id where j.closed_at is not null`,
    among ? [keys, among] : [keys],
  );
  return rows.map(({ id }) => id);
}

type OfJobs = (among: string) => string;

const namingField =
  (field: "component" | "failure"): OfJobs =>
  (among) => `select job_id from job_part where ${field} = any($1) ${among}
    union select job_id from job_cause where ${field} = any($1) ${among}
    union select job_id from job_test t, jsonb_array_elements(t.effects) e where e ->> '${field}' = any($1) ${among}`;

const NAMED_IN: Record<WordKind, OfJobs> = {
  symptom: (among) => `select job_id from job_symptom where symptom = any($1) ${among}`,
  condition: (among) => `select job_id from job_symptom where (conditions && $1 or denied && $1) ${among}`,
  component: namingField("component"),
  failure: namingField("failure"),
};

export interface MergedWord {
  readonly kind: WordKind;
  readonly key: string;
  readonly label: string;
  readonly into: string;
}

/** Words that count as others, with what trails call them. */
export async function readMergedWords(db: Db): Promise<MergedWord[]> {
  return many<MergedWord>(
    db,
    WORD_KINDS.map(
      (kind) => `select '${kind}' as kind, key, label, merged_into as into from ${kind} where merged_into is not null`,
    ).join(" union all "),
  );
}

/** In how many jobs, open or closed, each word of a kind was named. */
export async function countJobsNaming(db: Db, kind: WordKind): Promise<ReadonlyMap<string, number>> {
  const rows = await many<{ key: string; jobs: number }>(db, JOBS_BY_WORD[kind]);
  return new Map(rows.map(({ key, jobs }) => [key, jobs]));
}

const JOBS_BY_WORD: Record<WordKind, string> = {
  symptom: "select symptom as key, count(distinct job_id) as jobs from job_symptom group by symptom",
  condition: `select c as key, count(distinct job_id) as jobs
    from job_symptom, unnest(conditions || denied) c group by c`,
  component: `select component as key, count(distinct job_id) as jobs
    from (select component, job_id from job_part union all select component, job_id from job_cause) named group by component`,
  failure: `select failure as key, count(distinct job_id) as jobs
    from (select failure, job_id from job_part union all select failure, job_id from job_cause) named
    where failure is not null group by failure`,
};

/** @returns whether there was one */
export async function deleteSynonym(db: Db, kind: WordKind, text: string): Promise<boolean> {
  return (await execute(db, "delete from synonym where kind = $1 and lower(text) = lower($2)", [kind, text])) === 1;
}

/** Another word that people use for it. */
export async function insertSynonym(
  db: Db,
  synonym: { kind: WordKind; key: string; text: string },
  by: { id: PersonId; at: Date },
): Promise<void> {
  await execute(db, "insert into synonym (kind, text, key, created_at, created_by) values ($1, $2, $3, $4, $5)", [
    synonym.kind,
    synonym.text,
    synonym.key,
    by.at,
    by.id,
  ]);
}

/** Other words that people use for symptoms, as far as the symptom is there and nothing else is called so. */
export async function addOtherWords(
  db: Db,
  words: readonly { readonly key: string; readonly text: string }[],
  by: { readonly id: PersonId; readonly at: Date },
): Promise<void> {
  await execute(
    db,
    `insert into synonym (kind, text, key, created_at, created_by)
     select 'symptom', w.text, w.key, $3, $4
     from unnest($1::text[], $2::text[]) as w (key, text)
     join symptom s on s.key = w.key
     where not exists (select from symptom o where lower(o.label) = lower(w.text))
     on conflict do nothing`,
    [words.map(({ key }) => key), words.map(({ text }) => text), by.at, by.id],
  );
}

/** What people also call the words of a kind, by key; also what a word that was merged into it is called. */
export async function readSynonyms(db: Db): Promise<ReadonlyMap<WordKind, ReadonlyMap<string, readonly string[]>>> {
  const rows = await many<{ kind: WordKind; key: string; texts: string[] }>(
    db,
    `select kind, key, array_agg(text order by text) as texts
     from (
       ${WORD_KINDS.map(
         (kind) => `select '${kind}' as kind, coalesce(w.merged_into, w.key) as key, s.text
           from synonym s join ${kind} w on w.key = s.key where s.kind = '${kind}'
         union all
         select '${kind}', merged_into, label from ${kind} where merged_into is not null`,
       ).join(" union all ")}
     ) named
     group by kind, key`,
  );
  const byKind = new Map<WordKind, Map<string, readonly string[]>>();
  for (const { kind, key, texts } of rows) {
    const byKey = byKind.get(kind) ?? new Map<string, readonly string[]>();
    byKind.set(kind, byKey.set(key, texts));
  }
  return byKind;
}
