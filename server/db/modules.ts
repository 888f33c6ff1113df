import "server-only";
import type { ModuleName } from "@/core/codes";
import type { PersonId } from "@/core/ids";
import { vehicleMarks } from "@/core/lesson";
import type { Db } from "./pool";
import { execute, many } from "./rows";
import type { VehicleRow } from "./vehicles";

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

/**
 * The modules that vehicles like this one were found to have: those that scans of its make and model, and of itself, met lately, the commonest
 * first. Closed jobs are found by their marks, so that it does not matter how many there are.
 */
export async function modulesOfModel(db: Db, vehicle: VehicleRow): Promise<string[]> {
  const rows = await many<{ module: string }>(
    db,
    `select m.module
     from (
       (select job_id from job_feature where feature = $1 order by at desc, job_id limit $3)
       union
       (select id from job where vehicle_id = $2 order by opened_at desc limit $3)
     ) latest
     join job_module m on m.job_id = latest.job_id
     group by m.module
     order by count(*) desc, m.module`,
    [vehicleMarks(vehicle).model, vehicle.id, LATEST_JOBS],
  );
  return rows.map(({ module }) => module);
}
