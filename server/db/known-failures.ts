import "server-only";
import type { Grade } from "@/core/book";
import type { PersonId } from "@/core/ids";
import {
  gradeOf,
  NO_DETAILS,
  type DatedNote,
  type Details,
  type KnownFailure,
  type Report,
} from "@/core/known-failures";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";
import { keepOfPattern } from "./vehicles-waiting";

/** Known failures under their words of today, where this holds of them. */
const failuresWhere = (condition: string, more = "") => `
  select key, title, current_component(component) as component, current_failure(failure) as failure, place, evidence,
       array(select distinct coalesce(current_symptom(s), s) from unnest(symptoms) s order by 1) as symptoms,
       array(select distinct coalesce(current_condition(c), c) from unnest(conditions) c order by 1) as conditions, codes,
       confirm_by as "confirmBy", note, details, proposed, withdrawn_reason as "withdrawnReason",
       json_build_object('make', make, 'models', models, 'engines', engines, 'transmissions', transmissions,
         'markets', markets, 'years', case when first_year is null then null else json_build_array(first_year, last_year) end,
         'drives', drives, 'sisters', sisters, 'uses', uses,
         'built', case when built_from is null then null else json_build_array(built_from, built_to) end
       ) as applies,
       case when from_km is null then null else json_build_array(from_km, to_km) end as "odometerKm"${more}
     from pattern p
     where ${condition}
     order by key`;

interface FailureRow extends Omit<KnownFailure, "details"> {
  readonly details: Partial<Details>;
}

const whole = (row: FailureRow): KnownFailure => ({ ...row, details: { ...NO_DETAILS, ...row.details } });

/** Every known failure of the book, those that were withdrawn or wait for a lead as well. */
export async function readKnownFailures(db: Db): Promise<KnownFailure[]> {
  return (await many<FailureRow>(db, failuresWhere("true"))).map(whole);
}

export async function findKnownFailure(db: Db, key: string): Promise<KnownFailure | null> {
  const row = await maybeOne<FailureRow>(db, failuresWhere("key = $1"), [key]);
  return row && whole(row);
}

/** A known failure that speaks, with the grade that the jobs here give it. */
export interface SpeakingFailure extends KnownFailure {
  readonly grade: Grade;
}

/** Those that speak: no lead withdrew them, and one has taken them in. It asks whether there is a job, not how many: the book is read often. */
export async function readSpeakingFailures(db: Db): Promise<SpeakingFailure[]> {
  const rows = await many<FailureRow & { readonly seen: boolean; readonly proved: boolean }>(
    db,
    failuresWhere(
      "withdrawn_reason is null and not proposed",
      `,
       exists (select from pattern_vehicle w where w.pattern = p.key and w.had > 0 and w.jobs_for > 0) as seen,
       exists (select from pattern_vehicle w where w.pattern = p.key and w.had > 0 and w.jobs_proved > 0) as proved`,
    ),
  );
  return rows.map(({ seen, proved, ...row }) => ({
    ...whole(row),
    grade: gradeOf(row.evidence, { for: seen ? 1 : 0, proved: proved ? 1 : 0 }),
  }));
}

/** Writes a known failure down, in place of what was said of it. */
export async function setKnownFailure(db: Db, known: KnownFailure, by: PersonId, now: Date): Promise<void> {
  await writeKnownFailure(db, known, by, now);
  await keepOfPattern(db, known.key);
}

/** The same, where what the jobs say of it is counted afterwards. */
export async function writeKnownFailure(db: Db, known: KnownFailure, by: PersonId, now: Date): Promise<void> {
  const { applies, odometerKm } = known;
  await execute(
    db,
    `insert into pattern
       (key, title, component, failure, make, models, first_year, last_year, engines, transmissions, markets,
        from_km, to_km, evidence, symptoms, codes, confirm_by, note, created_at, created_by,
        place, drives, built_from, built_to, sisters, uses, conditions, details, proposed, withdrawn_reason)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20,
        $21, $22, $23, $24, $25, $26, $27, $28, $29, $30)
     on conflict (key) do update
     set title = excluded.title, component = excluded.component, failure = excluded.failure, make = excluded.make,
       models = excluded.models, first_year = excluded.first_year, last_year = excluded.last_year, engines = excluded.engines,
       transmissions = excluded.transmissions, markets = excluded.markets, from_km = excluded.from_km, to_km = excluded.to_km,
       evidence = excluded.evidence, symptoms = excluded.symptoms, codes = excluded.codes, confirm_by = excluded.confirm_by,
       note = excluded.note, place = excluded.place, drives = excluded.drives, built_from = excluded.built_from,
       built_to = excluded.built_to, sisters = excluded.sisters, uses = excluded.uses, conditions = excluded.conditions,
       details = excluded.details, proposed = excluded.proposed, withdrawn_reason = excluded.withdrawn_reason, other_shop = null`,
    [
      known.key,
      known.title,
      known.component,
      known.failure,
      applies.make,
      applies.models,
      applies.years?.[0] ?? null,
      applies.years?.[1] ?? null,
      applies.engines,
      applies.transmissions,
      applies.markets,
      odometerKm?.[0] ?? null,
      odometerKm?.[1] ?? null,
      known.evidence,
      known.symptoms,
      known.codes,
      known.confirmBy,
      known.note,
      now,
      by,
      known.place,
      applies.drives ?? [],
      applies.built?.[0] ?? null,
      applies.built?.[1] ?? null,
      JSON.stringify(applies.sisters ?? []),
      applies.uses ?? [],
      known.conditions,
      JSON.stringify(known.details),
      known.proposed,
      known.withdrawnReason,
    ],
  );
}

export async function patternExists(db: Db, key: string): Promise<boolean> {
  return (await maybeOne(db, "select key from pattern where key = $1", [key])) !== null;
}

/** @returns whether there was one that still spoke */
export async function withdrawPattern(db: Db, key: string, reason: string): Promise<boolean> {
  const text = "update pattern set withdrawn_reason = $2 where key = $1 and withdrawn_reason is null";
  return (await execute(db, text, [key, reason])) === 1;
}

/** It speaks again, or for the first time. @returns whether there was one that did not */
export async function letPatternSpeak(db: Db, key: string): Promise<boolean> {
  const text = `update pattern set withdrawn_reason = null, proposed = false
     where key = $1 and (proposed or withdrawn_reason is not null)`;
  return (await execute(db, text, [key])) === 1;
}

/** @returns whether there is one to which it was added */
export async function addToPattern(
  db: Db,
  key: string,
  added: { readonly list: "notes"; readonly item: DatedNote } | { readonly list: "reports"; readonly item: Report },
): Promise<boolean> {
  const text = `update pattern
     set details = jsonb_set(details, array[$2], coalesce(details -> $2, '[]') || $3::jsonb)
     where key = $1`;
  return (await execute(db, text, [key, added.list, JSON.stringify([added.item])])) === 1;
}
