import "server-only";
import type { JobId, PersonId, VehicleId } from "@/core/ids";
import type { Vehicle } from "@/core/vehicle";
import type { Db } from "./pool";
import { execute, many, maybeOne, one } from "./rows";

export interface VehicleRow extends Vehicle {
  readonly id: VehicleId;
  readonly vin: string | null;
  readonly plate: string | null;
}

const COLUMNS = "id, vin, plate, make, model, year, engine, transmission, drive, market";

export async function insertVehicle(db: Db, vehicle: VehicleRow, by: PersonId, now: Date): Promise<void> {
  const { id, vin, plate, make, model, year, engine, transmission, drive, market } = vehicle;
  await execute(
    db,
    `insert into vehicle (${COLUMNS}, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)`,
    [id, vin, plate, make, model, year, engine, transmission, drive, market, now, by],
  );
}

/** The vehicle that a VIN, or else a plate, already names; of several with one plate the one seen last. */
export async function findVehicle(
  db: Db,
  known: { vin: string | null; plate: string | null },
): Promise<VehicleRow | null> {
  return maybeOne<VehicleRow>(
    db,
    `select ${COLUMNS}
     from vehicle
     where vin = $1 or ($1::text is null and plate = $2)
     order by created_at desc, id
     limit 1`,
    [known.vin, known.plate],
  );
}

/** Vehicles whose plate or VIN begins like this, for the intake's look-up; with their last odometer. */
export async function searchVehicles(db: Db, text: string): Promise<(VehicleRow & { odometerKm: number | null })[]> {
  return many(
    db,
    `select ${COLUMNS.split(", ")
      .map((name) => `v.${name}`)
      .join(", ")}, last.odometer_km as "odometerKm"
     from vehicle v
     left join lateral (
       select j.odometer_km
       from job j
       where j.vehicle_id = v.id
       order by j.opened_at desc
       limit 1
     ) last on true
     where v.plate like $1 || '%' or v.vin like $1 || '%'
     order by v.plate, v.id
     limit 8`,
    [text.toUpperCase().replace(/[\\%_]/g, "")],
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

export interface VariantChoices {
  readonly makes: readonly string[];
  readonly models: readonly string[];
  readonly engines: readonly string[];
  readonly transmissions: readonly string[];
}

/** What the shop has written before for a vehicle's variant, so that the same thing is written the same way. */
export async function variantChoices(db: Db): Promise<VariantChoices> {
  const [row] = await many<VariantChoices>(
    db,
    `select
       array(select distinct make from vehicle order by 1) as makes,
       array(select distinct model from vehicle order by 1) as models,
       array(select distinct engine from vehicle where engine is not null order by 1) as engines,
       array(select distinct transmission from vehicle where transmission is not null order by 1) as transmissions`,
  );
  return row ?? { makes: [], models: [], engines: [], transmissions: [] };
}

export async function maybeVehicle(db: Db, id: VehicleId): Promise<VehicleRow | null> {
  return maybeOne<VehicleRow>(db, `select ${COLUMNS} from vehicle where id = $1`, [id]);
}

/** @throws Error where there is none: a job always has its vehicle */
export async function findVehicleById(db: Db, id: VehicleId): Promise<VehicleRow> {
  return one<VehicleRow>(db, `select ${COLUMNS} from vehicle where id = $1`, [id]);
}
