import "server-only";
import type { ModuleName } from "@/core/codes";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many } from "./rows";

/** The control modules that the shop speaks of. */
export async function listModules(db: Db): Promise<ModuleName[]> {
  return many<ModuleName>(db, "select name, also from module order by created_at, name");
}

/** Writes a module down, in place of the one of that name. */
export async function setModule(db: Db, { name, also }: ModuleName, by: PersonId, now: Date): Promise<void> {
  await execute(
    db,
    `insert into module (name, also, created_at, created_by)
     values ($1, $2, $3, $4)
     on conflict (name) do update set also = excluded.also`,
    [name, also, now, by],
  );
}

/** @returns whether there was one */
export async function deleteModule(db: Db, name: string): Promise<boolean> {
  return (await execute(db, "delete from module where name = $1", [name])) > 0;
}

/** Enough of them: a model's modules are the same from job to job. */
const LATEST_JOBS = 20;

/** The modules that vehicles like this one were found to have: those that scans of its make and model met lately, the commonest first. */
export async function modulesOfModel(
  db: Db,
  { make, model }: { readonly make: string; readonly model: string },
): Promise<string[]> {
  const rows = await many<{ module: string }>(
    db,
    `select m.module
     from (
       select j.id
       from job j
       join vehicle v on v.id = j.vehicle_id
       where v.make = $1 and v.model = $2 and exists (select from job_module s where s.job_id = j.id)
       order by j.opened_at desc
       limit $3
     ) latest
     join job_module m on m.job_id = latest.id
     group by m.module
     order by count(*) desc, m.module`,
    [make, model, LATEST_JOBS],
  );
  return rows.map(({ module }) => module);
}
