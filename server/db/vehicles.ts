import "server-only";
import type { JobId, PersonId, SiteId, VehicleId } from "@/core/ids";
import type { Vehicle } from "@/core/vehicle";
import type { Db } from "./pool";
import { execute, many, maybeOne, one } from "./rows";

export interface VehicleRow extends Vehicle {
  readonly id: VehicleId;
  readonly vin: string | null;
  readonly plate: string | null;
  /** The month it was built, as in 2017-03. */
  readonly built: string | null;
}

const COLUMNS =
  "id, vin, plate, make, model, year, engine, transmission, drive, market, built, fuel, gearbox, equipment, uses";

/** A vehicle that the site did not know. */
export async function insertVehicle(
  db: Db,
  vehicle: VehicleRow,
  { siteId, personId }: { readonly siteId: SiteId; readonly personId: PersonId },
  now: Date,
): Promise<void> {
  await execute(
    db,
    `insert into vehicle (${COLUMNS}, created_at, created_by, site_id)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12, $13, $14, $15, $16, $17, $18)`,
    [...valuesOf(vehicle), now, personId, siteId],
  );
}

/** What is known of it by now, in place of what was. */
export async function updateVehicle(db: Db, vehicle: VehicleRow): Promise<void> {
  await execute(
    db,
    `update vehicle
     set vin = $2, plate = $3, make = $4, model = $5, year = $6, engine = $7, transmission = $8, drive = $9, market = $10,
       built = $11, fuel = $12, gearbox = $13, equipment = $14, uses = $15
     where id = $1`,
    valuesOf(vehicle),
  );
}

/** In the order of the columns. */
function valuesOf(vehicle: VehicleRow): readonly unknown[] {
  const { id, vin, plate, make, model, year, engine, transmission, drive, market, built } = vehicle;
  const { fuel = null, gearbox = null, equipment = null, uses = null } = vehicle;
  return [
    id,
    vin,
    plate,
    make,
    model,
    year,
    engine,
    transmission,
    drive,
    market,
    built,
    fuel,
    gearbox,
    equipment,
    uses,
  ];
}

/** The vehicle of a site that a VIN, or else a plate, already names; of several with one plate the one that came last. */
export async function findVehicle(
  db: Db,
  siteId: SiteId,
  known: { vin: string | null; plate: string | null },
): Promise<VehicleRow | null> {
  return maybeOne<VehicleRow>(
    db,
    `select ${COLUMNS}
     from vehicle
     where site_id = $3 and (vin = $1 or plate = $2 and ($1::text is null or vin is null))
     order by vin is not distinct from $1 desc, created_at desc, id
     limit 1`,
    [known.vin, known.plate, siteId],
  );
}

export interface SeenVehicle extends VehicleRow {
  /** As it read last. */
  readonly odometerKm: number | null;
  /** The number of a job that is open on it, null where there is none. */
  readonly openJob: number | null;
}

const SEEN = `select ${COLUMNS.split(", ")
  .map((name) => `v.${name}`)
  .join(", ")}, last.odometer_km as "odometerKm",
       (select max(o.number) from job o where o.vehicle_id = v.id and o.closed_at is null) as "openJob"
     from vehicle v
     left join lateral (
       select j.odometer_km
       from job j
       where j.vehicle_id = v.id
       order by j.opened_at desc
       limit 1
     ) last on true`;

const MOST_FOUND = 8;

/**
 * Vehicles of a site whose plate or VIN begins like this, for the intake's look-up; with their last odometer. Both are ranges of
 * characters, so that an index answers.
 */
export async function searchVehicles(db: Db, siteId: SiteId, text: string): Promise<SeenVehicle[]> {
  const from = text.toUpperCase();
  return many(
    db,
    `${SEEN}
     where v.id in (
       (select id from vehicle where site_id = $4 and plate collate "C" >= $1 and plate collate "C" < $2 order by plate collate "C" limit $3)
       union
       (select id from vehicle where site_id = $4 and vin collate "C" >= $1 and vin collate "C" < $2 order by vin collate "C" limit $3)
     )
     order by v.plate, v.id
     limit $3`,
    [from, `${from}\u{10FFFF}`, MOST_FOUND, siteId],
  );
}

const MOST_LATELY = 5;

/** Vehicles that came to a site last and have left again, for picking without typing. */
export async function lastVehicles(db: Db, siteId: SiteId): Promise<SeenVehicle[]> {
  return many(
    db,
    `${SEEN}
     where v.id in (select vehicle_id from (select vehicle_id from job where site_id = $2 order by opened_at desc limit 60) recent)
       and not exists (select from job o where o.vehicle_id = v.id and o.closed_at is null)
     order by (select max(j.opened_at) from job j where j.vehicle_id = v.id) desc
     limit $1`,
    [MOST_LATELY, siteId],
  );
}

/** The highest odometer that any job of the vehicle read, but for one; null where none did. */
export async function highestOdometer(db: Db, id: VehicleId, exceptJob: JobId | null): Promise<number | null> {
  const { highest } = await one<{ highest: number | null }>(
    db,
    `select max(odometer_km) as highest
     from job
     where vehicle_id = $1 and ($2::uuid is null or id <> $2)`,
    [id, exceptJob],
  );
  return highest;
}

/** A vehicle of a site by its id, or null. */
export async function maybeVehicle(db: Db, siteId: SiteId, id: VehicleId): Promise<VehicleRow | null> {
  return maybeOne<VehicleRow>(db, `select ${COLUMNS} from vehicle where id = $1 and site_id = $2`, [id, siteId]);
}

/** @throws Error where there is none: a job always has its vehicle */
export async function findVehicleById(db: Db, id: VehicleId): Promise<VehicleRow> {
  return one<VehicleRow>(db, `select ${COLUMNS} from vehicle where id = $1`, [id]);
}
