import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import { asVehicleId, type VehicleId } from "@/core/ids";
import {
  closedJobsOnVehicle,
  currentName,
  insertName,
  learnVariant,
  relearnVariants,
  type VariantKind,
} from "@/server/db/catalogue";
import { keepOnVehiclesOf } from "@/server/db/known-failure-counts";
import { learnMaker } from "@/server/db/makers";
import { findVehicle, insertVehicle, maybeVehicle, updateVehicle, type VehicleRow } from "@/server/db/vehicles";
import { uuid } from "@/server/input";
import { recount } from "@/server/book/recount";
import type { Command, CommandContext } from "./command";
import { refuse } from "./refusal";
import { vehicleInput } from "./vehicle-input";

type VehicleInput = Omit<VehicleRow, "id">;

/**
 * The vehicle that comes in: the one whose VIN, or else whose plate, the shop knows, with what is now known better of it; or a
 * new one.
 */
export async function takeInVehicle(context: CommandContext, input: VehicleInput): Promise<VehicleId> {
  const vehicle = await tidied(context, input);
  const known = vehicle.vin || vehicle.plate ? await findVehicle(context.db, context.site.id, vehicle) : null;
  if (known && (sameVin(known, vehicle) || sameModel(known, vehicle))) {
    await correct(context, known, completed(vehicle, known));
    return known.id;
  }
  const { db, actor, now } = context;
  const id = randomUUID() as VehicleId;
  await insertVehicle(db, { ...vehicle, id }, actor, now);
  await learnVariant(db, vehicle);
  if (vehicle.vin) await learnMaker(db, { wmi: vehicle.vin.slice(0, 3), make: vehicle.make }, actor.personId, now);
  return id;
}

const sameVin = (known: VehicleInput, vehicle: VehicleInput) => known.vin !== null && known.vin === vehicle.vin;

/** A plate moves to another car: only the same model and year is taken for the same one. */
const sameModel = (known: VehicleInput, vehicle: VehicleInput) =>
  known.make === vehicle.make && known.model === vehicle.model && known.year === vehicle.year;

/** What was left open at the gate stays as it was known. */
function completed(vehicle: VehicleInput, known: VehicleInput): VehicleInput {
  const { vin, plate, make, model, year } = vehicle;
  return {
    vin: vin ?? known.vin,
    plate: plate ?? known.plate,
    make,
    model,
    year,
    engine: vehicle.engine ?? known.engine,
    transmission: vehicle.transmission ?? known.transmission,
    drive: vehicle.drive ?? known.drive,
    market: vehicle.market ?? known.market,
    built: vehicle.built ?? known.built,
    fuel: vehicle.fuel ?? known.fuel ?? null,
    gearbox: vehicle.gearbox ?? known.gearbox ?? null,
    equipment: vehicle.equipment ?? known.equipment ?? null,
    uses: vehicle.uses ?? known.uses ?? null,
  };
}

/** Names as the catalogue writes them; what it does not know is added to it. */
async function tidied(context: CommandContext, vehicle: VehicleInput): Promise<VehicleInput> {
  const { db, actor, now } = context;
  const tidy = async (kind: VariantKind, make: string, name: string): Promise<string> => {
    const known = await currentName(db, { kind, make, name });
    if (known === null) await insertName(db, { kind, make, name }, actor.personId, now);
    return known ?? name;
  };
  const make = await tidy("make", "", vehicle.make);
  return {
    ...vehicle,
    make,
    model: await tidy("model", make, vehicle.model),
    engine: vehicle.engine && (await tidy("engine", "", vehicle.engine)),
    transmission: vehicle.transmission && (await tidy("transmission", "", vehicle.transmission)),
  };
}

const FIELDS = ["vin", "plate", "make", "model", "year", "engine", "transmission", "drive", "market", "built"] as const;
const KINDS = ["fuel", "gearbox"] as const;

function isSame(known: VehicleInput, vehicle: VehicleInput): boolean {
  const listed = ({ equipment, uses }: VehicleInput) => JSON.stringify([equipment ?? null, uses ?? null]);
  return (
    FIELDS.every((field) => known[field] === vehicle[field]) &&
    KINDS.every((kind) => (known[kind] ?? null) === (vehicle[kind] ?? null)) &&
    listed(known) === listed(vehicle)
  );
}

/** Corrects a vehicle; what its closed jobs teach is counted again, since they now speak of another variant. */
async function correct({ db }: CommandContext, known: VehicleRow, vehicle: VehicleInput): Promise<number> {
  if (isSame(known, vehicle)) return 0;
  const { jobs } = await recount(db, {
    key: `vehicle ${known.id}`,
    touched: () => closedJobsOnVehicle(db, known.id),
    change: () => updateVehicle(db, { ...vehicle, id: known.id }),
  });
  await keepOnVehiclesOf(db, await closedJobsOnVehicle(db, known.id));
  await relearnVariants(db, known.make, known.model);
  await learnVariant(db, vehicle);
  return jobs;
}

interface ChangeVehicleInput {
  readonly vehicleId: string;
  readonly vehicle: VehicleInput;
}

/** Corrects what is known of a vehicle: a digit of its VIN, its engine, the market it was built for. */
export const changeVehicle: Command<ChangeVehicleInput, { readonly vehicleId: VehicleId; readonly jobs: number }> = {
  name: "change-vehicle",
  right: "job.open",
  input: Joi.object({ vehicleId: uuid().required(), vehicle: vehicleInput.required() }),
  async run(context, { vehicleId, vehicle }) {
    const id = asVehicleId(vehicleId);
    const known = id && (await maybeVehicle(context.db, context.site.id, id));
    if (!known) return refuse({ code: "not-found", what: "vehicle" });
    const jobs = await correct(context, known, await tidied(context, vehicle));
    return { vehicleId: known.id, jobs };
  },
};
