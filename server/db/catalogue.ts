import "server-only";
import type { JobId, PersonId, VehicleId } from "@/core/ids";
import type { Vehicle } from "@/core/vehicle";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

/** How makes, models, engines and transmissions are written: one name a thing. */

export const VARIANT_KINDS = ["make", "model", "engine", "transmission"] as const;
export type VariantKind = (typeof VARIANT_KINDS)[number];

export interface VariantName {
  readonly kind: VariantKind;
  /** Of a model: whose; empty for all else. */
  readonly make: string;
  readonly name: string;
}

/** The name that is written so, or differs only in case, spaces and dashes, as it stands now; null where there is none. */
export async function currentName(db: Db, { kind, make, name }: VariantName): Promise<string | null> {
  const row = await maybeOne<{ name: string }>(
    db,
    `select coalesce(merged_into, name) as name
     from variant_name
     where kind = $1 and make = $2
       and (name = $3 or folded = regexp_replace(lower($3), '[^[:alnum:]]+', '', 'g') and folded <> '')
     order by name <> $3, merged_into is not null, created_at, name
     limit 1`,
    [kind, make, name],
  );
  return row?.name ?? null;
}

/** Names that count as others; of a model by the make as it stands now. */
export async function readMergedNames(db: Db): Promise<(VariantName & { readonly into: string })[]> {
  return many<VariantName & { readonly into: string }>(
    db,
    "select kind, make, name, merged_into as into from variant_name where merged_into is not null",
  );
}

/** The vehicle with what its engine runs on and what kind of gearbox it has, where somebody told that of its engine or transmission. */
export async function withTraits(db: Db, vehicle: Vehicle): Promise<Vehicle> {
  if ((vehicle.fuel || !vehicle.engine) && (vehicle.gearbox || !vehicle.transmission)) return vehicle;
  const rows = await many<{ kind: VariantKind; trait: string }>(
    db,
    `select kind, trait
     from variant_name
     where make = '' and trait is not null and (kind, name) in (('engine', $1), ('transmission', $2))`,
    [vehicle.engine, vehicle.transmission],
  );
  const of = (kind: VariantKind) => rows.find((row) => row.kind === kind)?.trait ?? null;
  return { ...vehicle, fuel: vehicle.fuel ?? of("engine"), gearbox: vehicle.gearbox ?? of("transmission") };
}

/** Notes what an engine runs on, or what kind of gearbox a transmission is; what is told last holds. */
export async function learnTraits(db: Db, { engine, fuel, transmission, gearbox }: Vehicle): Promise<void> {
  for (const [kind, name, trait] of [
    ["engine", engine, fuel],
    ["transmission", transmission, gearbox],
  ] as const)
    if (name && trait)
      await execute(
        db,
        "update variant_name set trait = $3 where kind = $1 and make = '' and name = $2 and trait is distinct from $3",
        [kind, name, trait],
      );
}

/** A name for a make, model, engine or gearbox that was not there before. */
export async function insertName(db: Db, { kind, make, name }: VariantName, by: PersonId, now: Date): Promise<void> {
  await execute(
    db,
    `insert into variant_name (kind, make, name, created_at, created_by)
     values ($1, $2, $3, $4, $5)
     on conflict do nothing`,
    [kind, make, name, now, by],
  );
}

/** Notes with what a model was seen. */
export async function learnVariant(db: Db, vehicle: Vehicle): Promise<void> {
  await learnTraits(db, vehicle);
  const { make, model, year, engine, transmission, drive, market } = vehicle;
  await execute(
    db,
    `insert into model_variant (make, model, kind, name)
     select $1, $2, kind, name
     from unnest($3::text[], $4::text[]) as seen (kind, name)
     where name is not null
     on conflict do nothing`,
    [
      make,
      model,
      ["year", "engine", "transmission", "drive", "market"],
      [String(year), engine, transmission, drive, market],
    ],
  );
}

/** Notes anew with what the models that a change touched are seen: what only a corrected vehicle had is gone. */
export async function relearnVariants(db: Db, make: string, model: string): Promise<void> {
  await execute(db, "delete from model_variant where make = $1 and model = $2", [make, model]);
  await execute(
    db,
    `insert into model_variant (make, model, kind, name)
     select distinct v.make, v.model, each.kind, each.name
     from vehicle v,
       lateral (values ('year', v.year::text), ('engine', v.engine), ('transmission', v.transmission), ('drive', v.drive),
         ('market', v.market)) as each (kind, name)
     where v.make = $1 and v.model = $2 and each.name is not null`,
    [make, model],
  );
}

export interface ModelChoices {
  readonly make: string;
  readonly model: string;
  readonly years: readonly number[];
  readonly engines: readonly string[];
  readonly transmissions: readonly string[];
  readonly drives: readonly string[];
  readonly markets: readonly string[];
  /** What lies elsewhere in cars for another market; empty where nothing is known to. */
  readonly marketMatters: string;
}

/** Every model of the shop with what it was seen with. */
export async function modelChoices(db: Db): Promise<ModelChoices[]> {
  return many<ModelChoices>(
    db,
    `select n.make, n.name as model,
       coalesce(array_agg(v.name::integer order by v.name) filter (where v.kind = 'year'), '{}') as years,
       coalesce(array_agg(v.name order by v.name) filter (where v.kind = 'engine'), '{}') as engines,
       coalesce(array_agg(v.name order by v.name) filter (where v.kind = 'transmission'), '{}') as transmissions,
       coalesce(array_agg(v.name order by v.name) filter (where v.kind = 'drive'), '{}') as drives,
       coalesce(array_agg(v.name order by v.name) filter (where v.kind = 'market'), '{}') as markets,
       case when n.market_matters <> '' then n.market_matters
         else coalesce((select p.title from pattern p
           where p.make = n.make and (p.models = '{}' or n.name = any(p.models)) and p.markets <> '{}'
           order by p.key limit 1), '') end as "marketMatters"
     from variant_name n
     left join model_variant v on v.make = n.make and v.model = n.name
     where n.kind = 'model' and n.merged_into is null
     group by n.kind, n.make, n.name
     order by n.make, n.name`,
  );
}

/** What lies elsewhere in this model built for another market; empty where nothing is known to. */
export async function marketMattersOf(
  db: Db,
  { make, model }: { readonly make: string; readonly model: string },
): Promise<string> {
  const row = await maybeOne<{ matters: string }>(
    db,
    "select market_matters as matters from variant_name where kind = 'model' and make = $1 and name = $2 and merged_into is null",
    [make, model],
  );
  return row?.matters ?? "";
}

export interface CatalogueRow extends VariantName {
  readonly vehicles: number;
  readonly marketMatters: string;
  /** Spellings that became this one. */
  readonly also: readonly string[];
  /** Of an engine or a transmission: the models that carry it. */
  readonly models: readonly string[];
  /** Other names that look much like it. */
  readonly alike: readonly string[];
}

/** Names share so many of their letters, by trigrams, before they are shown as likely doubles. */
const ALIKE = 0.55;

/** Makes, models, engines and gearboxes with how many vehicles each has. */
export async function listCatalogue(db: Db): Promise<CatalogueRow[]> {
  return many<CatalogueRow>(
    db,
    `select n.kind, n.make, n.name, n.market_matters as "marketMatters",
       (case n.kind
         when 'make' then (select count(*) from vehicle v where v.make = n.name)
         when 'model' then (select count(*) from vehicle v where v.make = n.make and v.model = n.name)
         when 'engine' then (select count(*) from vehicle v where v.engine = n.name)
         else (select count(*) from vehicle v where v.transmission = n.name) end)::integer as vehicles,
       array(select o.name from variant_name o
         where o.kind = n.kind and o.make = n.make and o.merged_into = n.name order by o.name) as also,
       array(select m.make || ' ' || m.model from model_variant m
         where m.kind = n.kind and m.name = n.name order by 1) as models,
       array(select o.name from variant_name o
         where o.kind = n.kind and o.make = n.make and o.merged_into is null and o.name <> n.name
           and (o.folded = n.folded or similarity(o.name, n.name) > $1) order by o.name) as alike
     from variant_name n
     where n.merged_into is null
     order by n.kind, n.make, n.name`,
    [ALIKE],
  );
}

/** Whether a model's market is told apart. */
export async function setMarketMatters(db: Db, make: string, model: string, text: string): Promise<boolean> {
  const changed = await execute(
    db,
    "update variant_name set market_matters = $3 where kind = 'model' and make = $1 and name = $2 and merged_into is null",
    [make, model, text],
  );
  return changed === 1;
}

const VEHICLES_NAMED: Record<VariantKind, string> = {
  make: "v.make = $2 and $1 = ''",
  model: "v.make = $1 and v.model = $2",
  engine: "v.engine = $2 and $1 = ''",
  transmission: "v.transmission = $2 and $1 = ''",
};

/** Closed jobs on vehicles that bear a name. */
export async function closedJobsOnVariant(
  db: Db,
  { kind, make, name }: VariantName,
  among: readonly JobId[] | null,
): Promise<JobId[]> {
  const rows = await many<{ id: JobId }>(
    db,
    `select j.id
     from vehicle v
     join job j on j.vehicle_id = v.id
     where ${VEHICLES_NAMED[kind]} and j.closed_at is not null ${among ? "and j.id = any($3)" : ""}`,
    among ? [make, name, among] : [make, name],
  );
  return rows.map(({ id }) => id);
}

/** The closed jobs that a change of a vehicle's variant concerns. */
export async function closedJobsOnVehicle(db: Db, vehicle: VehicleId): Promise<JobId[]> {
  const rows = await many<{ id: JobId }>(db, "select id from job where vehicle_id = $1 and closed_at is not null", [
    vehicle,
  ]);
  return rows.map(({ id }) => id);
}

const ON_VEHICLES: Record<VariantKind, string> = {
  make: "update vehicle set make = $3 where make = $2 and $1 = ''",
  model: "update vehicle set model = $3 where make = $1 and model = $2",
  engine: "update vehicle set engine = $3 where engine = $2 and $1 = ''",
  transmission: "update vehicle set transmission = $3 where transmission = $2 and $1 = ''",
};

/** Everywhere else that a name stands by itself, beside the catalogue: a table, its column, and the columns that say of which make. */
const PLACES: Record<VariantKind, readonly string[]> = {
  make: [
    "update maker set make = $3 where make = $2 and $1 = ''",
    "update pattern set make = $3 where make = $2 and $1 = ''",
    "update designed_case set make = $3 where make = $2 and $1 = ''",
    "update code_group set make = $3 where make = $2 and $1 = ''",
    // Where both spellings have an entry for a code, that of the name that stays holds.
    `delete from code_entry old where old.make = $2 and $1 = ''
       and exists (select from code_entry kept where kept.code = old.code and kept.make = $3)`,
    "update code_entry set make = $3 where make = $2 and $1 = ''",
  ],
  model: [
    "update pattern set models = array_replace(models, $2, $3) where make = $1",
    "update designed_case set models = array_replace(models, $2, $3) where make = $1",
  ],
  engine: ["update pattern set engines = array_replace(engines, $2, $3) where $1 = ''"],
  transmission: ["update pattern set transmissions = array_replace(transmissions, $2, $3) where $1 = ''"],
};

/** The tables that `mergeNameOfJobs` writes. */
export const TABLES_OF_NAMES = ["vehicle", "variant_name"] as const;

/** One name of two as far as jobs are read by it: on vehicles and in the catalogue. */
export async function mergeNameOfJobs(db: Db, { kind, make, name }: VariantName, into: string): Promise<void> {
  if (kind === "make") await moveModels(db, name, into);
  await execute(db, ON_VEHICLES[kind], [make, name, into]);
  await execute(
    db,
    "update variant_name set merged_into = $4 where kind = $1 and make = $2 and (name = $3 or merged_into = $3)",
    [kind, make, name, into],
  );
}

/** Makes one name of two: `into` stands wherever `name` stood, and `name` stays as a spelling that leads to it. */
export async function mergeName(db: Db, { kind, make, name }: VariantName, into: string): Promise<void> {
  const touched = await modelsNaming(db, { kind, make, name });
  await mergeNameOfJobs(db, { kind, make, name }, into);
  for (const change of PLACES[kind]) await execute(db, change, [make, name, into]);
  for (const each of touched) {
    await relearnVariants(db, each.make, each.model);
    if (kind === "make") await relearnVariants(db, into, each.model);
    if (kind === "model") await relearnVariants(db, make, into);
  }
}

async function modelsNaming(db: Db, { kind, make, name }: VariantName): Promise<{ make: string; model: string }[]> {
  return many(db, `select distinct v.make, v.model from vehicle v where ${VEHICLES_NAMED[kind]}`, [make, name]);
}

/** The models of a make that becomes another one, with the spellings that lead to them. */
async function moveModels(db: Db, from: string, to: string): Promise<void> {
  const models = "from variant_name where kind = 'model' and make = $1";
  await execute(
    db,
    `insert into variant_name (kind, make, name, market_matters, created_at, created_by)
     select kind, $2, name, market_matters, created_at, created_by ${models}
     on conflict do nothing`,
    [from, to],
  );
  await execute(
    db,
    `update variant_name moved
     set merged_into = old.merged_into
     from variant_name old
     where old.kind = 'model' and old.make = $1 and old.merged_into is not null
       and moved.kind = 'model' and moved.make = $2 and moved.name = old.name and moved.merged_into is null
       and not exists (select from vehicle v where v.make = $2 and v.model = moved.name)`,
    [from, to],
  );
  await execute(db, `delete ${models}`, [from]);
}
