import "server-only";
import type { Link, Needs, Procedure } from "@/core/book";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { insertProcedure } from "./procedures";
import { execute, many, one } from "./rows";

/** General practice in the book: what is taken over at once, and what can be taken out again whole. */

export interface GeneralWords {
  readonly symptoms: readonly { readonly key: string; readonly label: string; readonly system: string }[];
  readonly components: readonly {
    readonly key: string;
    readonly label: string;
    readonly system: string;
    readonly needs: Partial<Needs>;
  }[];
  readonly failures: readonly { readonly key: string; readonly label: string }[];
}

/** What a vehicle must be to have a component: the shop's to say, and general knowledge where it said nothing. */
export async function supplyNeeds(
  db: Db,
  components: readonly { readonly key: string; readonly needs?: Partial<Needs> }[],
): Promise<void> {
  await execute(
    db,
    `update component k
     set needs = w.needs::jsonb
     from unnest($1::text[], $2::text[]) as w (key, needs)
     where k.key = w.key and k.needs = '{}' and w.needs <> '{}'`,
    [components.map(({ key }) => key), components.map(({ needs = {} }) => JSON.stringify(needs))],
  );
}

/** Adds the words that are missing. One whose label another word has is left out: a shop's own words come first. */
export async function addGeneralWords(db: Db, { symptoms, components, failures }: GeneralWords): Promise<void> {
  await execute(
    db,
    `insert into symptom (key, label, system, general)
     select key, label, system, true
     from unnest($1::text[], $2::text[], $3::text[]) as w (key, label, system)
     on conflict do nothing`,
    [symptoms.map(({ key }) => key), symptoms.map(({ label }) => label), symptoms.map(({ system }) => system)],
  );
  await execute(
    db,
    `insert into component (key, label, system, needs, general)
     select key, label, system, needs::jsonb, true
     from unnest($1::text[], $2::text[], $3::text[], $4::text[]) as w (key, label, system, needs)
     on conflict do nothing`,
    [
      components.map(({ key }) => key),
      components.map(({ label }) => label),
      components.map(({ system }) => system),
      components.map(({ needs }) => JSON.stringify(needs)),
    ],
  );
  await supplyNeeds(db, components);
  await execute(
    db,
    `insert into failure (key, label, general)
     select key, label, true
     from unnest($1::text[], $2::text[]) as w (key, label)
     on conflict do nothing`,
    [failures.map(({ key }) => key), failures.map(({ label }) => label)],
  );
}

/** The keys of all words of a kind that stand for themselves. */
export async function keysOf(db: Db, table: "symptom" | "component" | "failure"): Promise<ReadonlySet<string>> {
  const rows = await many<{ key: string }>(db, `select key from ${table} where merged_into is null`);
  return new Set(rows.map(({ key }) => key));
}

/** Adds causes that stand in the book by general practice alone. */
export async function addGeneralCauses(
  db: Db,
  causes: readonly { readonly component: string; readonly failure: string }[],
  now: Date,
): Promise<void> {
  await execute(
    db,
    `insert into cause (component, failure, created_at, general)
     select component, failure, $3::timestamptz, true
     from unnest($1::text[], $2::text[]) as w (component, failure)
     on conflict do nothing`,
    [causes.map(({ component }) => component), causes.map(({ failure }) => failure), now],
  );
}

/** Adds what general practice says of components and symptoms. */
export async function addGeneralLinks(db: Db, links: readonly Link[]): Promise<void> {
  await execute(
    db,
    `insert into symptom_link (symptom, component, often)
     select * from unnest($1::text[], $2::text[], $3::text[])
     on conflict do nothing`,
    [links.map(({ symptom }) => symptom), links.map(({ component }) => component), links.map(({ often }) => often)],
  );
}

/** Adds procedures that are missing; one that was taken out and is used by tests on record is put back. */
export async function addGeneralProcedures(
  db: Db,
  procedures: readonly Procedure[],
  by: PersonId,
  now: Date,
): Promise<void> {
  const keys = procedures.map(({ key }) => key);
  const rows = await many<{ key: string }>(db, "select key from procedure where key = any($1)", [keys]);
  const known = new Set(rows.map(({ key }) => key));
  for (const procedure of procedures) if (!known.has(procedure.key)) await insertProcedure(db, procedure, by, now);
  await execute(db, "update procedure set proposed = false where key = any($1) and general and proposed", [keys]);
}

/** How much of the book is general practice. */
export async function countGeneral(db: Db): Promise<{ readonly procedures: number; readonly links: number }> {
  return one(
    db,
    `select (select count(*) from procedure where general and not proposed)::integer as procedures,
       (select count(*) from symptom_link)::integer as links`,
  );
}

/**
 * Takes general practice out of the book: links, procedures, causes and words. What a job, or anything of the shop's own, stands on stays: a
 * procedure that was used is no longer offered, and a word keeps its meaning.
 */
export async function removeGeneral(db: Db): Promise<void> {
  await execute(db, "delete from symptom_link");
  const used =
    "exists (select from job_test t where t.procedure = p.key) or exists (select from pattern n where n.confirm_by = p.key)";
  await execute(db, `update procedure p set proposed = true where general and (${used})`);
  for (const table of ["procedure_picture", "procedure_version", "procedure_effect", "procedure_outcome"])
    await execute(
      db,
      `delete from ${table} where procedure in (select key from procedure p where p.general and not (${used}))`,
    );
  await execute(db, `delete from procedure p where general and not (${used})`);
  await removeUnused(db, "cause");
  for (const table of ["symptom", "component", "failure"] as const) await removeUnused(db, table);
  // A word that is gone is called nothing.
  await execute(
    db,
    `delete from synonym y
     where (kind = 'symptom' and not exists (select from symptom w where w.key = y.key))
       or (kind = 'component' and not exists (select from component w where w.key = y.key))
       or (kind = 'failure' and not exists (select from failure w where w.key = y.key))`,
  );
}

/** Rows of general practice that nothing stands on: whatever refers to one keeps it. */
async function removeUnused(db: Db, table: "cause" | "symptom" | "component" | "failure"): Promise<void> {
  await execute(
    db,
    `do $$
     declare
       row_id tid;
     begin
       for row_id in select ctid from ${table} where general loop
         begin
           delete from ${table} where ctid = row_id;
         exception when foreign_key_violation then
           null;
         end;
       end loop;
     end
     $$`,
  );
}
