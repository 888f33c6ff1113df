import "server-only";
import type { JobId } from "@/core/ids";
import { ADDING } from "./counters-waiting";
import type { Db } from "./pool";
import { execute, many, one } from "./rows";

/**
 * What the jobs of vehicles say of known failures is counted by the vehicle (`keep_pattern_vehicles`), under a lock of that vehicle alone. Where they are
 * many they wait in the database until they are counted, some hundred at a time.
 */

/** So many are counted at once where somebody waits for it. */
const AT_ONCE = 2000;
/** So many of those that wait: some ten milliseconds. */
const NEXT = 100;

/** Lets the vehicles of jobs wait. */
export async function letVehiclesWait(db: Db, jobs: readonly JobId[]): Promise<void> {
  if (!jobs.length) return;
  await execute(db, "insert into vehicle_waiting select distinct vehicle_id from job where id = any($1)", [jobs]);
}

/** Counts what the jobs here say of one known failure, on every vehicle that it speaks of now or spoke of; where these are many, they wait. */
export async function keepOfPattern(db: Db, key: string): Promise<void> {
  const few = await many<{ id: string }>(db, `select vehicles_of_pattern($1) as id limit ${AT_ONCE + 1}`, [key]);
  if (few.length > AT_ONCE) return letVehiclesOfPatternWait(db, key);
  await execute(db, "select keep_pattern_vehicles($1::uuid[], array[$2::text])", [few.map(({ id }) => id), key]);
}

/** Lets every vehicle wait that a known failure speaks of now or spoke of. */
export async function letVehiclesOfPatternWait(db: Db, key: string): Promise<void> {
  await execute(db, "insert into vehicle_waiting select vehicles_of_pattern($1)", [key]);
}

/** So many are counted while nobody can close a job. */
const FEW = 200;

/** The same of all known failures, on every vehicle that has a closed job: after words or names became one. */
export async function keepOnAllVehicles(db: Db): Promise<void> {
  const { few } = await one<{ few: boolean }>(
    db,
    `select count(*) <= ${FEW} as few from (select distinct vehicle_id from job where closed_at is not null limit ${FEW + 1}) s`,
  );
  if (few) await execute(db, "select keep_pattern_vehicles_of_all(null)");
  else await letAllVehiclesWait(db);
}

/** Lets every vehicle wait that has a closed job, or is counted as if it had. */
export async function letAllVehiclesWait(db: Db): Promise<void> {
  await execute(db, "insert into vehicle_waiting (vehicle_id) values (null)");
}

/** Writes down every vehicle, where one row stood for all of them. @returns whether it did */
async function writeAllDown(db: Db): Promise<boolean> {
  const stood = await many(db, "delete from vehicle_waiting where vehicle_id is null returning vehicle_id");
  if (!stood.length) return false;
  await execute(
    db,
    `insert into vehicle_waiting
     select vehicle_id from job where closed_at is not null
     union
     select vehicle_id from pattern_vehicle`,
  );
  return true;
}

/**
 * Counts the next vehicles that wait, within a transaction of their own that gives way (`givingWay`).
 * @returns whether more of them may wait
 */
export async function countNextVehicles(db: Db): Promise<boolean> {
  if (await writeAllDown(db)) return true;
  await execute(db, "select pg_advisory_xact_lock($1)", [ADDING]);
  const next = await many<{ id: string }>(
    db,
    `delete from vehicle_waiting
     where vehicle_id = any(array(
       select distinct vehicle_id from vehicle_waiting order by vehicle_id limit ${NEXT}))
     returning vehicle_id as id`,
  );
  if (!next.length) return false;
  const ids = [...new Set(next.map(({ id }) => id))];
  await execute(db, "select keep_pattern_vehicles($1::uuid[], null)", [ids]);
  return true;
}
