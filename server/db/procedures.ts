import "server-only";
import type { Procedure } from "@/core/book";
import type { PersonId } from "@/core/ids";
import { ensureCauses } from "./book";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

const PROCEDURES = `
  select p.key, p.title, current_component(p.component) as component, p.minutes, p.access, p.access_minutes as "accessMinutes", p.tools, p.cautions, p.spec,
    p.kind, p.question, p.place, p.preconditions, p.steps, p.points, p.look, p.specs, p.version, p.proposed, p.applies, p.general, p.basic,
    array(select step from procedure_picture where procedure = p.key order by step) as pictured,
    (select coalesce(json_agg(json_build_object('key', o.key, 'label', o.label, 'effects', (
        select coalesce(json_agg(json_build_object('component', e.component, 'failure', e.failure, 'effect', e.effect)
          order by e.component, e.failure), '[]')
        from (
          select distinct on (k.key, f.key) k.key as component, f.key as failure, w.effect
          from procedure_effect w
          join component written on written.key = w.component
          join component k on k.key = coalesce(written.merged_into, written.key)
          left join failure meant on meant.key = w.failure
          left join failure f on f.key = coalesce(meant.merged_into, meant.key)
          where w.procedure = o.procedure and w.outcome = o.key
          -- Of two that became one, what was said of the word that stayed.
          order by k.key, f.key, written.merged_into is not null, meant.merged_into is not null
        ) e
      )) order by o.position), '[]')
     from procedure_outcome o where o.procedure = p.key) as outcomes
  from procedure p`;

/** The book's procedures; what is only proposed is left out. */
export async function readProcedures(db: Db): Promise<Procedure[]> {
  return many<Procedure>(db, `${PROCEDURES} where not p.proposed order by p.key`);
}

/** All of them, what is proposed included. */
export async function readAllProcedures(db: Db): Promise<Procedure[]> {
  return many<Procedure>(db, `${PROCEDURES} order by p.key`);
}

/** What a procedure has to do with: how many closed jobs with a cause it was done on, and what came with the causes that it speaks for. */
export interface ProcedureSubjects {
  readonly procedure: string;
  readonly jobs: number;
  /** Symptoms' keys and codes. */
  readonly symptoms: readonly string[];
  readonly codes: readonly string[];
}

/** What came so often with a cause belongs to it. */
const CAME_WITH_JOBS = 2;

/** By the shop's own counts, its known failures and general practice. */
export async function readProcedureSubjects(db: Db): Promise<ProcedureSubjects[]> {
  return many<ProcedureSubjects>(
    db,
    `with pointed as (
       select procedure, component, failure from procedure_effect where effect in ('proves', 'confirms', 'supports')
       union
       select key, component, null from procedure where component is not null
     ),
     found as (
       select p.procedure, f.feature
       from pointed p
       join feature_count f on f.component = p.component and f.jobs >= $1 and (p.failure is null or f.failure = p.failure)
       where f.feature like 'symptom|%' or f.feature like 'code|%'
       union
       select p.procedure, 'symptom|' || l.symptom
       from pointed p
       join symptom_link l on l.component = p.component and l.often <> 'rarely'
       union
       select p.procedure, feature
       from pointed p
       join pattern k on k.component = p.component and (p.failure is null or k.failure = p.failure)
       cross join lateral (
         select 'symptom|' || unnest(k.symptoms) as feature
         union all
         select 'code|' || unnest(k.codes)
       ) named
     )
     select p.key as procedure,
       (select coalesce(sum(o.jobs), 0)::integer from outcome_count o where o.procedure = p.key) as jobs,
       array(select distinct split_part(f.feature, '|', 2) from found f where f.procedure = p.key and f.feature like 'symptom|%') as symptoms,
       array(select distinct split_part(f.feature, '|', 2) from found f where f.procedure = p.key and f.feature like 'code|%') as codes
     from procedure p`,
    [CAME_WITH_JOBS],
  );
}

/** A procedure by its key, or null. */
export async function readProcedure(db: Db, key: string): Promise<Procedure | null> {
  return (await many<Procedure>(db, `${PROCEDURES} where p.key = $1`, [key]))[0] ?? null;
}

/** A procedure, locked until the transaction ends: two changes of it queue up here. */
export async function readProcedureForChange(db: Db, key: string): Promise<Procedure | null> {
  await execute(db, "select key from procedure where key = $1 for update", [key]);
  return readProcedure(db, key);
}

/** Holds procedures until the transaction ends: nobody rewrites them meanwhile, and tests by them are recorded all the same. */
export async function holdProcedures(db: Db, keys: readonly string[]): Promise<void> {
  await execute(db, "select key from procedure where key = any($1) order by key for no key update", [keys]);
}

const VALUES = `title = $2, component = $3, minutes = $4, access = $5, access_minutes = $6, tools = $7, cautions = $8, spec = $9,
       kind = $10, question = $11, place = $12, preconditions = $13, steps = $14, points = $15, look = $16, specs = $17,
       version = $18, proposed = $19, applies = $20, general = $21, basic = $22`;

function valuesOf(procedure: Procedure): readonly unknown[] {
  const { key, title, component, minutes, access, accessMinutes, tools, cautions, spec } = procedure;
  const {
    kind,
    question,
    place,
    preconditions,
    steps,
    points,
    look,
    specs,
    version,
    proposed,
    applies,
    general = false,
    basic = false,
  } = procedure;
  return [
    key,
    title,
    component,
    minutes,
    access,
    accessMinutes,
    tools,
    cautions,
    spec && JSON.stringify(spec),
    kind,
    question,
    place,
    preconditions,
    steps,
    points,
    look,
    JSON.stringify(specs),
    version,
    proposed,
    applies && JSON.stringify(applies),
    general,
    basic,
  ];
}

/** Writes a new version of a procedure, its outcomes and what they do included. */
export async function updateProcedure(db: Db, procedure: Procedure, by: PersonId, now: Date): Promise<void> {
  await ensureCausesOf(db, procedure, by, now);
  await execute(db, `update procedure set ${VALUES}, other_shop = null where key = $1`, valuesOf(procedure));
  await execute(db, "delete from procedure_effect where procedure = $1", [procedure.key]);
  await execute(db, "delete from procedure_outcome where procedure = $1", [procedure.key]);
  await insertOutcomes(db, procedure);
  await insertProcedureVersion(db, procedure, by, now);
}

/** A procedure that was not there before, as its first version. */
export async function insertProcedure(db: Db, procedure: Procedure, by: PersonId, now: Date): Promise<void> {
  await ensureCausesOf(db, procedure, by, now);
  await execute(
    db,
    `insert into procedure
       (key, title, component, minutes, access, access_minutes, tools, cautions, spec, kind, question, place, preconditions,
        steps, points, look, specs, version, proposed, applies, general, basic, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18, $19, $20, $21, $22, $23, $24)`,
    [...valuesOf(procedure), now, by],
  );
  await insertOutcomes(db, procedure);
  await insertProcedureVersion(db, procedure, by, now);
}

/** Causes come first: where somebody else is writing the same ones, this waits before it holds what they may need. */
async function ensureCausesOf(db: Db, { outcomes }: Procedure, by: PersonId, at: Date): Promise<void> {
  const causes = outcomes.flatMap(({ effects }) =>
    effects.flatMap(({ component, failure }) => (failure === null ? [] : { component, failure })),
  );
  await ensureCauses(db, causes, { id: by, at });
}

async function insertOutcomes(db: Db, { key, outcomes }: Procedure): Promise<void> {
  for (const [position, outcome] of outcomes.entries()) {
    await execute(db, "insert into procedure_outcome (procedure, key, label, position) values ($1, $2, $3, $4)", [
      key,
      outcome.key,
      outcome.label,
      position,
    ]);
    for (const effect of outcome.effects) {
      await execute(
        db,
        "insert into procedure_effect (procedure, outcome, component, failure, effect) values ($1, $2, $3, $4, $5)",
        [key, outcome.key, effect.component, effect.failure, effect.effect],
      );
    }
  }
}

/** Whether there is one of this key. */
export async function procedureExists(db: Db, key: string): Promise<boolean> {
  return (await maybeOne(db, "select key from procedure where key = $1", [key])) !== null;
}

/** Lets go of what was only proposed. @returns whether there was such a proposal */
export async function deleteProposal(db: Db, key: string): Promise<boolean> {
  const proposed = await maybeOne(db, "select key from procedure where key = $1 and proposed for update", [key]);
  if (!proposed) return false;
  for (const table of ["procedure_picture", "procedure_version", "procedure_effect", "procedure_outcome"])
    await execute(db, `delete from ${table} where procedure = $1`, [key]);
  await execute(db, "delete from procedure where key = $1", [key]);
  return true;
}

/** Outcomes of a procedure that tests on record came to. */
export async function usedOutcomes(db: Db, procedure: string): Promise<readonly string[]> {
  const rows = await many<{ outcome: string }>(db, "select distinct outcome from job_test where procedure = $1", [
    procedure,
  ]);
  return rows.map(({ outcome }) => outcome);
}

/** Keeps a version of a procedure as it is, for the jobs that use it. */
async function insertProcedureVersion(db: Db, procedure: Procedure, by: PersonId, now: Date): Promise<void> {
  await execute(db, "insert into procedure_version (procedure, version, body, at, by_id) values ($1, $2, $3, $4, $5)", [
    procedure.key,
    procedure.version,
    JSON.stringify(procedure),
    now,
    by,
  ]);
}
