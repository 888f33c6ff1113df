import "server-only";
import { causeKey, type Applies, type Cause, type CauseKey, type Pattern } from "@/core/book";
import type { PersonId } from "@/core/ids";
import { PROVES_FROM_RUNG, type CauseSeen, type PatternRecord, type VariantCount } from "@/core/known-failures";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

/** Known failures under their words of today, where this holds of them. */
const patternsWhere = (condition: string) => `
  select key, title, current_component(component) as component, current_failure(failure) as failure, evidence,
       array(select distinct coalesce(current_symptom(s), s) from unnest(symptoms) s order by 1) as symptoms, codes,
       confirm_by as "confirmBy", note,
       json_build_object('make', make, 'models', models, 'engines', engines, 'transmissions', transmissions,
         'markets', markets, 'years', case when first_year is null then null else json_build_array(first_year, last_year) end
       ) as applies,
       case when from_km is null then null else json_build_array(from_km, to_km) end as "odometerKm"
     from pattern
     where ${condition}
     order by key`;

/** Every known failure of the book, those that were withdrawn as well. */
export async function readPatterns(db: Db): Promise<Pattern[]> {
  return many<Pattern>(db, patternsWhere("true"));
}

/** Those that speak: nobody withdrew them. */
export async function readSpeakingPatterns(db: Db): Promise<Pattern[]> {
  return many<Pattern>(db, patternsWhere("withdrawn_reason is null"));
}

/** Writes a known failure down, in place of what was said of it; one that was withdrawn stays so. */
export async function setPattern(db: Db, pattern: Pattern, by: PersonId, now: Date): Promise<void> {
  const { applies, odometerKm } = pattern;
  await execute(
    db,
    `insert into pattern
       (key, title, component, failure, make, models, first_year, last_year, engines, transmissions, markets,
        from_km, to_km, evidence, symptoms, codes, confirm_by, note, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20)
     on conflict (key) do update
     set title = excluded.title, component = excluded.component, failure = excluded.failure, make = excluded.make,
       models = excluded.models, first_year = excluded.first_year, last_year = excluded.last_year, engines = excluded.engines,
       transmissions = excluded.transmissions, markets = excluded.markets, from_km = excluded.from_km, to_km = excluded.to_km,
       evidence = excluded.evidence, symptoms = excluded.symptoms, codes = excluded.codes, confirm_by = excluded.confirm_by,
       note = excluded.note, created_at = excluded.created_at, created_by = excluded.created_by`,
    [
      pattern.key,
      pattern.title,
      pattern.component,
      pattern.failure,
      applies.make,
      applies.models,
      applies.years?.[0] ?? null,
      applies.years?.[1] ?? null,
      applies.engines,
      applies.transmissions,
      applies.markets,
      odometerKm?.[0] ?? null,
      odometerKm?.[1] ?? null,
      pattern.evidence,
      pattern.symptoms,
      pattern.codes,
      pattern.confirmBy,
      pattern.note,
      now,
      by,
    ],
  );
}

/** Vehicles with closed jobs, by how they are built, and the causes that these jobs came to and that still stand. */
export async function countVariants(db: Db): Promise<{ variants: VariantCount[]; causes: CauseSeen[] }> {
  const variants = await many<VariantCount>(
    db,
    `select v.make, v.model, v.year, v.engine, v.transmission, v.market, count(distinct v.id)::int as vehicles
     from vehicle v
     where exists (select from job j where j.vehicle_id = v.id and j.closed_at is not null)
     group by 1, 2, 3, 4, 5, 6
     order by 1, 2, 3, 4, 5, 6`,
  );
  const placeOf = new Map(variants.map((variant, at) => [variantKey(variant), at]));
  const rows = await many<VariantCount & Cause & { readonly jobs: readonly string[] }>(
    db,
    `select current_component(c.component) as component, current_failure(c.failure) as failure,
       v.make, v.model, v.year, v.engine, v.transmission, v.market,
       count(distinct v.id)::int as vehicles, array_agg(distinct j.key order by j.key) as jobs
     from job j
     join job_cause c on c.job_id = j.id
     join vehicle v on v.id = j.vehicle_id
     where j.closed_at is not null and j.finding = 'root-cause' and not j.came_back
     group by 1, 2, 3, 4, 5, 6, 7, 8
     order by 1, 2`,
  );
  const causes = new Map<CauseKey, Cause & { seen: CauseSeen["seen"][number][] }>();
  for (const row of rows) {
    const { component, failure, vehicles, jobs } = row;
    const cause = causes.get(causeKey(row)) ?? { component, failure, seen: [] };
    const variant = placeOf.get(variantKey(row));
    if (variant !== undefined) cause.seen.push({ variant, vehicles, jobs });
    causes.set(causeKey(row), cause);
  }
  return { variants, causes: [...causes.values()] };
}

const variantKey = ({ make, model, year, engine, transmission, market }: Omit<VariantCount, "vehicles">) =>
  JSON.stringify([make, model, year, engine, transmission, market]);

export interface PatternCounts extends PatternRecord {
  readonly key: string;
  /** Vehicles that it speaks of, and that passed its check or came through its window without it. */
  readonly against: number;
}

/** What the jobs here say for and against each known failure: on vehicles that it speaks of. */
export async function countPatterns(db: Db): Promise<PatternCounts[]> {
  return many<PatternCounts>(
    db,
    `with scope as (
       select p.key, p.component, p.failure, p.confirm_by, p.from_km, p.to_km, j.id as job_id, j.vehicle_id, j.odometer_km, j.rung, j.came_back,
         exists (
           select from job_cause c
           where c.job_id = j.id and current_component(c.component) = current_component(p.component)
             and current_failure(c.failure) = current_failure(p.failure)
         ) and j.finding = 'root-cause' as had
       from pattern p
       join vehicle v on (p.make is null or v.make = p.make)
         and (p.models = '{}' or v.model = any(p.models))
         and (p.first_year is null or v.year between p.first_year and p.last_year)
         and (p.engines = '{}' or v.engine = any(p.engines))
         and (p.transmissions = '{}' or v.transmission = any(p.transmissions))
         and (p.markets = '{}' or v.market = any(p.markets))
       join job j on j.vehicle_id = v.id and j.closed_at is not null
     ), told as (
       select s.key, s.vehicle_id,
         bool_or(s.had) as had,
         bool_or(exists (
           select from job_test t, jsonb_array_elements(current_effects(t.effects)) e
           where t.job_id = s.job_id and t.procedure = s.confirm_by and not s.had
             and e ->> 'component' = current_component(s.component)
             and coalesce(e ->> 'failure', current_failure(s.failure)) = current_failure(s.failure)
             and e ->> 'effect' in ('weakens', 'clears')
         ) or (s.to_km is not null and s.odometer_km > s.to_km and not s.had)) as passed
       from scope s
       group by 1, 2
     )
     select p.key,
       (select count(distinct s.job_id) from scope s where s.key = p.key and s.had and not s.came_back)::int as "for",
       (select count(distinct s.job_id) from scope s
        where s.key = p.key and s.had and not s.came_back and s.rung >= ${PROVES_FROM_RUNG})::int as proved,
       (select count(*) from told t where t.key = p.key and t.passed and not t.had)::int as against
     from pattern p
     order by p.key`,
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

/** Why those that were withdrawn were, by key. */
export async function readWithdrawn(db: Db): Promise<ReadonlyMap<string, string>> {
  const rows = await many<{ key: string; reason: string }>(
    db,
    "select key, withdrawn_reason as reason from pattern where withdrawn_reason is not null",
  );
  return new Map(rows.map(({ key, reason }) => [key, reason]));
}

export interface Dismissed extends Cause {
  readonly applies: Applies;
  /** How many jobs spoke for it then. */
  readonly jobs: number;
  readonly reason: string;
}

/** Notes that a proposal of the jobs is none. */
export async function dismissProposal(db: Db, dismissed: Dismissed, by: { id: PersonId; at: Date }): Promise<void> {
  const { component, failure, applies, jobs, reason } = dismissed;
  await execute(
    db,
    `insert into dismissed_proposal (component, failure, applies, jobs, reason, dismissed_at, dismissed_by)
     values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (component, failure, applies) do update
     set jobs = excluded.jobs, reason = excluded.reason, dismissed_at = excluded.dismissed_at, dismissed_by = excluded.dismissed_by`,
    [component, failure, JSON.stringify(applies), jobs, reason, by.at, by.id],
  );
}

/** Every proposal that was dismissed. */
export async function readDismissed(db: Db): Promise<Dismissed[]> {
  return many<Dismissed>(db, "select component, failure, applies, jobs, reason from dismissed_proposal");
}
