import "server-only";
import type { JobId, PersonId, VehicleId } from "@/core/ids";
import {
  type Cause,
  type ConditionTopic,
  type KnownCause,
  type KnownComponent,
  type Link,
  type Needs,
  NEEDS_NOTHING,
} from "@/core/book";
import type { Db } from "./pool";
import { readSynonyms, type WordKind } from "./words";
import { execute, many, one } from "./rows";

export interface Word {
  readonly key: string;
  readonly label: string;
  /** What people also call it. */
  readonly also?: readonly string[];
  /** Of components and failures: where a finding names it, what made it fail is asked. */
  readonly asksReason?: boolean;
}

export interface ConditionWord extends Word {
  readonly topic: ConditionTopic;
}

export interface SystemWord extends Word {
  readonly system: string;
  /** Of a component: what a vehicle must be to have it, as far as that is known. */
  readonly needs?: Partial<Needs>;
}

export interface Vocabulary {
  readonly symptoms: readonly SystemWord[];
  readonly conditions: readonly ConditionWord[];
  readonly components: readonly SystemWord[];
  readonly failures: readonly Word[];
}

/** Every word of the shop, with the other words people use for it. */
export async function readVocabulary(db: Db): Promise<Vocabulary> {
  const synonyms = await readSynonyms(db);
  const withSynonyms = <W extends Word>(kind: WordKind, words: readonly W[]): readonly W[] => {
    const also = synonyms.get(kind);
    return also ? words.map((word) => ({ ...word, also: also.get(word.key) ?? [] })) : words;
  };
  const list = <W extends Word>(kind: WordKind, columns: string) =>
    many<W>(db, `select key, label${columns} from ${kind} where merged_into is null order by label`);
  return {
    symptoms: withSynonyms("symptom", await list<SystemWord>("symptom", ", system")),
    conditions: withSynonyms("condition", await list<ConditionWord>("condition", ", topic")),
    components: withSynonyms(
      "component",
      await list<SystemWord>("component", `, system, needs, asks_reason as "asksReason"`),
    ),
    failures: withSynonyms("failure", await list<Word>("failure", `, asks_reason as "asksReason"`)),
  };
}

/** Adds words that are missing and corrects the labels of those that differ. */
export async function upsertVocabulary(db: Db, words: Vocabulary): Promise<void> {
  for (const table of ["symptom", "component"] as const)
    for (const { key, label, system } of table === "symptom" ? words.symptoms : words.components)
      await execute(
        db,
        `insert into ${table} (key, label, system)
         values ($1, $2, $3)
         on conflict (key) do update set label = excluded.label, system = excluded.system`,
        [key, label, system],
      );
  for (const { key, label, topic } of words.conditions)
    await execute(
      db,
      `insert into condition (key, label, topic)
       values ($1, $2, $3)
       on conflict (key) do update set label = excluded.label, topic = excluded.topic`,
      [key, label, topic],
    );
  for (const { key, label } of words.failures)
    await execute(
      db,
      `insert into failure (key, label)
       values ($1, $2)
       on conflict (key) do update set label = excluded.label`,
      [key, label],
    );
}

/** The book knows this cause from now on, if it did not before. Its words have to be there. */
export async function ensureCause(db: Db, cause: Cause, by: PersonId, now: Date): Promise<void> {
  await execute(
    db,
    `insert into cause (component, failure, created_at, created_by)
     values ($1, $2, $3, $4)
     on conflict do nothing`,
    [cause.component, cause.failure, now, by],
  );
}

/** What each condition is about, merged ones left out. */
export async function readConditionTopics(db: Db): Promise<ReadonlyMap<string, ConditionTopic>> {
  const rows = await many<{ key: string; topic: ConditionTopic }>(
    db,
    "select key, topic from condition where merged_into is null",
  );
  return new Map(rows.map(({ key, topic }) => [key, topic]));
}

interface AskedOf {
  readonly jobId: JobId;
  readonly vehicleId: VehicleId;
  readonly since: Date;
}

/**
 * Those of some causes of which what made them fail is to be asked: the book says so of the part or of how it failed, or the same part was fitted
 * on another job of this vehicle since a moment.
 */
export async function causesAskingReason(
  db: Db,
  causes: readonly Cause[],
  { jobId, vehicleId, since }: AskedOf,
): Promise<Cause[]> {
  return many<Cause>(
    db,
    `select found.component, found.failure
     from unnest($1::text[], $2::text[]) as found (component, failure)
     where exists (select from component k where k.key = current_component(found.component) and k.asks_reason)
       or exists (select from failure f where f.key = current_failure(found.failure) and f.asks_reason)
       or exists (
         select
         from job_part p
         join job j on j.id = p.job_id
         join entry e on e.job_id = p.job_id and e.seq = p.seq
         where j.vehicle_id = $3 and j.id <> $4 and e.at >= $5
           and current_component(p.component) = current_component(found.component))`,
    [causes.map(({ component }) => component), causes.map(({ failure }) => failure), vehicleId, jobId, since],
  );
}

/** Of which components and failures what made them fail is asked. */
export interface AsksReason {
  readonly components: readonly string[];
  readonly failures: readonly string[];
}

/** By the book, and by what was fitted to this vehicle on other jobs. */
export async function readAsksReason(db: Db, vehicleId: VehicleId, jobId: JobId): Promise<AsksReason> {
  return one<AsksReason>(
    db,
    `select
       array(
         select key from component where asks_reason and merged_into is null
         union
         select current_component(p.component)
         from job_part p
         join job j on j.id = p.job_id
         where j.vehicle_id = $1 and j.id <> $2
       ) as components,
       array(select key from failure where asks_reason and merged_into is null) as failures`,
    [vehicleId, jobId],
  );
}

/** Whether what made it fail is asked where a finding names this component or failure. */
export async function setAsksReason(
  db: Db,
  kind: "component" | "failure",
  { key, asks }: { readonly key: string; readonly asks: boolean },
): Promise<void> {
  await execute(db, `update ${kind} set asks_reason = $2 where key = $1`, [key, asks]);
}

/** The same of many at once. @returns those that were not there */
export async function ensureCauses(
  db: Db,
  causes: readonly Cause[],
  by: { id: PersonId; at: Date },
): Promise<readonly Cause[]> {
  return many<Cause>(
    db,
    `insert into cause (component, failure, created_at, created_by)
     select distinct component, failure, $3::timestamptz, $4::uuid
     from unnest($1::text[], $2::text[]) as found (component, failure)
     order by component, failure
     on conflict do nothing
     returning component, failure`,
    [causes.map(({ component }) => component), causes.map(({ failure }) => failure), by.at, by.id],
  );
}

/** Every component that counts as one, with what it needs. */
export async function readComponents(db: Db): Promise<KnownComponent[]> {
  const rows = await many<{ key: string; system: string; needs: Partial<Needs> }>(
    db,
    "select key, system, needs from component where merged_into is null order by key",
  );
  return rows.map(({ key, system, needs }) => ({ key, system, needs: { ...NEEDS_NOTHING, ...needs } }));
}

/** The system of every symptom, merged ones included. */
export async function readSymptomSystems(db: Db): Promise<ReadonlyMap<string, string>> {
  const rows = await many<{ key: string; system: string }>(
    db,
    "select key, system from symptom where merged_into is null",
  );
  return new Map(rows.map(({ key, system }) => [key, system]));
}

/** General practice: which components commonly bring which symptom. */
export async function readLinks(db: Db): Promise<Link[]> {
  return many<Link>(
    db,
    `select distinct on (symptom, component) current_symptom(symptom) as symptom, current_component(component) as component, often
     from symptom_link
     order by symptom, component`,
  );
}

/** What a vehicle must be to have this component. */
export async function writeNeeds(db: Db, component: string, needs: Partial<Needs>): Promise<void> {
  await execute(db, "update component set needs = $2 where key = $1", [component, JSON.stringify(needs)]);
}

/** Adds links of general practice, or says anew how often. */
export async function upsertLinks(db: Db, links: readonly Link[]): Promise<void> {
  await execute(
    db,
    `insert into symptom_link (symptom, component, often)
     select * from unnest($1::text[], $2::text[], $3::text[])
     on conflict (symptom, component) do update set often = excluded.often`,
    [links.map(({ symptom }) => symptom), links.map(({ component }) => component), links.map(({ often }) => often)],
  );
}

/** Every cause that the book knows, under its words of today. */
export async function readCauses(db: Db): Promise<KnownCause[]> {
  return many<KnownCause>(
    db,
    `select k.key || '/' || f.key as key, k.key as component, f.key as failure, k.system,
       bool_and(c.general) and not exists (
         select from cause_count n where n.group_key = 'all' and n.component = k.key and n.failure = f.key and n.jobs > 0
       ) and not exists (
         select from other_cause_count n where n.group_key = 'all' and n.component = k.key and n.failure = f.key
       ) as general
     from cause c
     join component written on written.key = c.component
     join component k on k.key = coalesce(written.merged_into, written.key)
     join failure meant on meant.key = c.failure
     join failure f on f.key = coalesce(meant.merged_into, meant.key)
     group by k.key, f.key, k.system
     order by k.key, f.key`,
  );
}
