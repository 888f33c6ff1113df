import "server-only";
import type { JobId, PersonId, SiteId } from "@/core/ids";
import type { Vehicle } from "@/core/vehicle";
import { CAUSES_OF_JOB, placeOf } from "./facts";
import type { Db } from "./pool";
import { execute, many, one } from "./rows";

/** Job numbers for so many jobs; returns the one before the first. */
export async function takeJobNumbers(db: Db, siteId: SiteId, count: number): Promise<number> {
  const { last } = await one<{ last: number }>(
    db,
    "update site set last_job_number = last_job_number + $2 where id = $1 returning last_job_number - $2 as last",
    [siteId, count],
  );
  return last;
}

/** Gives back numbers that no job came to have, where nobody took one since. */
export async function giveBackJobNumbers(db: Db, siteId: SiteId, after: number, count: number): Promise<void> {
  await execute(db, "update site set last_job_number = $2 where id = $1 and last_job_number = $2 + $3::integer", [
    siteId,
    after,
    count,
  ]);
}

export interface KnownJob {
  readonly key: string;
  readonly id: JobId;
  readonly version: number;
}

/** The jobs of a site that are here already, by their keys. */
export async function jobsByKey(db: Db, siteId: SiteId, keys: readonly string[]): Promise<KnownJob[]> {
  return many<KnownJob>(db, "select key, id, version from job where site_id = $2 and key = any($1)", [keys, siteId]);
}

/** Holds jobs that are to be written anew until the transaction ends. */
export async function lockJobs(db: Db, ids: readonly JobId[]): Promise<void> {
  await execute(db, "select from job where id = any($1) order by id for no key update", [ids]);
}

const FACTS = [
  "job_symptom",
  "job_code_return",
  "job_code",
  "job_module",
  "job_test",
  "job_part",
  "job_proof",
  "job_clearing",
  "job_second_look",
  "job_waiting",
  "job_cause",
  "job_confirmation",
  "job_watch",
  "job_prior_work",
  "job_bypass",
  "job_suspect",
  "job_estimate",
  "job_choice",
] as const;

/** Lets go of what jobs' entries add up to, before they are written anew. */
export async function dropFacts(db: Db, ids: readonly JobId[]): Promise<void> {
  for (const table of FACTS) await execute(db, `delete from ${table} where job_id = any($1)`, [ids]);
}

/** How many jobs a site's casebook holds. */
export async function countJobs(db: Db, siteId: SiteId): Promise<number> {
  return (await one<{ jobs: number }>(db, "select count(*)::int as jobs from job where site_id = $1", [siteId])).jobs;
}

/** A site's jobs as a casebook writes them, but for what is computed from it. */
export async function readCasebookJobs(
  db: Db,
  siteId: SiteId,
  wanted: { readonly after: string; readonly most: number } | { readonly keys: readonly string[] },
): Promise<{ key: string; job: object }[]> {
  const [where, values] =
    "keys" in wanted
      ? ["j.site_id = $1 and j.key = any($2) order by j.key", [siteId, wanted.keys]]
      : ["j.site_id = $1 and j.key > $2 order by j.key limit $3", [siteId, wanted.after, wanted.most]];
  return many<{ key: string; job: object }>(
    db,
    `select j.key, json_build_object(
       'key', j.key, 'openedAt', j.opened_at, 'closedAt', j.closed_at,
       'vehicle', json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine,
         'transmission', v.transmission, 'drive', v.drive, 'market', v.market, 'fuel', v.fuel, 'gearbox', v.gearbox,
         'equipment', v.equipment, 'built', v.built, 'uses', v.uses, 'vin', v.vin),
       'odometerKm', j.odometer_km, 'complaint', nullif(j.complaint, '(not told)'),
       'symptoms', (select coalesce(json_agg(json_build_object('key', s.symptom,
             'conditions', array(select distinct current_condition(c) from job_symptom o, unnest(o.conditions) c
               where o.job_id = j.id and current_symptom(o.symptom) = s.symptom order by 1)) order by s.symptom), '[]')
         from (select distinct current_symptom(symptom) as symptom from job_symptom where job_id = j.id) s),
       'codes', (select coalesce(json_agg(json_build_object('code', c.code, 'module', nullif(c.module, ''), 'status', c.status)
           order by c.code, c.module), '[]')
         from (select distinct on (k.code, k.module) k.code, k.module, k.status from job_code k where k.job_id = j.id
             order by k.code, k.module, ${placeOf("k")} desc) c),
       'modulesScanned', (select coalesce(json_agg(m.module order by m.module), '[]')
         from (select distinct module from job_module where job_id = j.id and state = 'read') m),
       'modulesSilent', (select coalesce(json_agg(m.module order by m.module), '[]')
         from (select distinct module from job_module where job_id = j.id and state = 'no-answer') m),
       'tests', (select coalesce(json_agg(json_build_object('procedure', t.procedure, 'outcome', t.outcome, 'minutes', t.minutes, 'place', t.place,
           'readings', coalesce(e.body -> 'readings', '[]')) order by ${placeOf("t")}), '[]')
         from job_test t join entry e on e.job_id = t.job_id and e.seq = t.seq
         where t.job_id = j.id and t.procedure is not null),
       'parts', (select coalesce(json_agg(json_build_object('component', current_component(p.component),
           'failure', current_failure(p.failure), 'place', p.place, 'partNumber', p.part_number, 'source', p.source, 'minutes', p.minutes,
           'cost', json_build_object('amount', p.cost, 'currency', p.currency), 'result', p.result) order by ${placeOf("p")}), '[]')
         from job_part p where p.job_id = j.id),
       'finding', case when j.finding is null then null else json_build_object('result', j.finding,
         'causes', ${CAUSES_OF_JOB}) end,
       'proof', (select coalesce(json_agg(json_build_object('step', p.step, 'result', p.result, 'at', e.at) order by ${placeOf("p")}), '[]')
         from job_proof p join entry e on e.job_id = p.job_id and e.seq = p.seq where p.job_id = j.id),
       'comebackOf', (select o.key from job o where o.id = j.comeback_of)) as job
     from job j
     join vehicle v on v.id = j.vehicle_id
     where ${where}`,
    values,
  );
}

/** Notes which job each is the comeback of, or that it is none. */
export async function setComebacks(
  db: Db,
  siteId: SiteId,
  rows: readonly { readonly key: string; readonly of: string | null }[],
): Promise<void> {
  await execute(
    db,
    `update job j set comeback_of = o.id,
       comeback_why = case when o.id is not distinct from j.comeback_of then j.comeback_why end
     from unnest($1::text[], $2::text[]) as w (key, of_key)
     left join job o on o.key = w.of_key and o.site_id = $3
     where j.key = w.key and j.site_id = $3`,
    [rows.map(({ key }) => key), rows.map(({ of }) => of), siteId],
  );
}

/** Sets which jobs came back, and so lost their standing. */
export async function updateStandings(
  db: Db,
  rows: readonly { readonly id: JobId; readonly rung: number; readonly came_back: boolean }[],
): Promise<void> {
  await execute(
    db,
    `update job j set rung = w.rung, came_back = w.came_back,
       finding_left = '[]', ask_on = null
     from jsonb_to_recordset($1::jsonb) as w (id uuid, rung integer, came_back boolean)
     where j.id = w.id`,
    [JSON.stringify(rows)],
  );
}

export interface VehicleWithVin extends Vehicle {
  readonly id: string;
  readonly vin: string;
}

/** The vehicles of a site that are here already, by their VINs. */
export async function vehiclesByVin(db: Db, siteId: SiteId, vins: readonly string[]): Promise<VehicleWithVin[]> {
  if (!vins.length) return [];
  return many<VehicleWithVin>(
    db,
    "select id, vin, make, model, year, engine, transmission, drive, market, fuel, gearbox, equipment from vehicle where site_id = $2 and vin = any($1)",
    [vins, siteId],
  );
}

/** Writes the standing of jobs that are here and differ. */
export async function updateImportedJob(db: Db, rows: readonly object[]): Promise<void> {
  if (!rows.length) return;
  await execute(
    db,
    `update job j
     set vehicle_id = w.vehicle_id, odometer_km = w.odometer_km, complaint = w.complaint, version = w.version,
       closed_at = w.closed_at, closed_by = w.closed_by, finding = w.finding, rung = w.rung, came_back = w.came_back
     from jsonb_to_recordset($1::jsonb) as w (id uuid, vehicle_id uuid, odometer_km integer, complaint text, version integer,
       closed_at timestamptz, closed_by uuid, finding text, rung integer, came_back boolean)
     where j.id = w.id`,
    [JSON.stringify(rows)],
  );
}

/** The catalogue learns the names of imported vehicles, as they are written, and with what each model was seen. */
export async function learnVariantsOf(
  db: Db,
  vehicles: readonly Vehicle[],
  by: { readonly id: PersonId; readonly at: Date },
): Promise<void> {
  const rows = JSON.stringify(vehicles);
  const seen = `jsonb_to_recordset($1::jsonb) as v (make text, model text, year integer, engine text, transmission text,
       drive text, market text, fuel text, gearbox text)`;
  await execute(
    db,
    `insert into variant_name (kind, make, name, created_at, created_by)
     select distinct each.kind, each.make, each.name, $2::timestamptz, $3::uuid
     from ${seen},
       lateral (values ('make', '', v.make), ('model', v.make, v.model), ('engine', '', v.engine),
         ('transmission', '', v.transmission)) as each (kind, make, name)
     where each.name is not null
     on conflict do nothing`,
    [rows, by.at, by.id],
  );
  await execute(
    db,
    `update variant_name n
     set trait = told.trait
     from (
       select distinct on (each.kind, each.name) each.kind, each.name, each.trait
       from ${seen},
         lateral (values ('engine', v.engine, v.fuel), ('transmission', v.transmission, v.gearbox)) as each (kind, name, trait)
       where each.name is not null and each.trait is not null
       order by each.kind, each.name, each.trait
     ) told
     where n.kind = told.kind and n.make = '' and n.name = told.name and n.trait is null`,
    [rows],
  );
  await execute(
    db,
    `insert into model_variant (make, model, kind, name)
     select distinct v.make, v.model, each.kind, each.name
     from ${seen},
       lateral (values ('year', v.year::text), ('engine', v.engine), ('transmission', v.transmission), ('drive', v.drive),
         ('market', v.market)) as each (kind, name)
     where each.name is not null
     on conflict do nothing`,
    [rows],
  );
}

/** Writes a word's label, and its system or topic, anew. */
export async function rewriteWord(
  db: Db,
  table: "symptom" | "condition" | "component" | "failure",
  { key, label }: { readonly key: string; readonly label: string },
  extra: { readonly column: "system" | "topic"; readonly value: string } | null,
): Promise<void> {
  const more = extra ? `, ${extra.column} = $3` : "";
  await execute(db, `update ${table} set label = $2${more} where key = $1`, [
    key,
    label,
    ...(extra ? [extra.value] : []),
  ]);
}

/** Every plate and VIN on record. */
export async function platesAndVins(db: Db): Promise<string[]> {
  const rows = await many<{ mark: string }>(
    db,
    "select plate as mark from vehicle where plate is not null union select vin from vehicle where vin is not null",
  );
  return rows.map(({ mark }) => mark);
}

/** What everybody of the shop is called, those who have left as well. */
export async function namesOfPeople(db: Db): Promise<string[]> {
  return (await many<{ name: string }>(db, "select name from person where kind = 'person'")).map(({ name }) => name);
}
