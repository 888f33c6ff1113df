import "server-only";
import Joi from "joi";
import { CODE_STATUSES, type FaultCode } from "@/core/codes";
import type { CaseFile, RepairTried, Symptom } from "@/core/case";
import type { Cause } from "@/core/book";
import { USES, type Vehicle } from "@/core/vehicle";
import { codeText } from "@/server/commands/record-inputs";
import { withTraits } from "@/server/db/catalogue";
import { readProcedures } from "@/server/db/procedures";
import type { Db } from "@/server/db/pool";
import { key, line, optionalLine } from "@/server/input";

/** A case as the contract writes it: what is known of a vehicle and of what was done so far. */
export interface CaseInput {
  readonly vehicle: Vehicle;
  readonly odometerKm: number | null;
  readonly symptoms: readonly Symptom[];
  readonly codes: readonly FaultCode[];
  readonly modulesScanned: readonly string[];
  readonly modulesSilent: readonly string[];
  readonly tests: readonly {
    readonly procedure: string;
    readonly outcome: string;
    readonly afterFixes: number;
    readonly place: string | null;
  }[];
  readonly fixesTried: readonly (Omit<RepairTried, "failure"> & { readonly failure: string })[];
  readonly named: readonly Cause[];
  readonly access: readonly string[];
}

const list = (items: Joi.Schema) => Joi.array().max(200).items(items).default([]);

/** A vehicle as the contract writes it. */
const vehicleOfContract = () =>
  Joi.object({
    make: line(60).required(),
    model: line(60).required(),
    year: Joi.number().integer().min(1900).max(2100).required(),
    engine: optionalLine(60),
    transmission: optionalLine(60),
    drive: optionalLine(60),
    market: optionalLine(60),
    fuel: optionalLine(40),
    gearbox: optionalLine(40),
    equipment: Joi.array().max(60).items(line(40)).allow(null).default(null),
    vin: optionalLine(40),
  });

/** A vehicle that somebody asks about: with when it was built and what it is used for, where that is known. */
export const askedVehicle = () =>
  vehicleOfContract().keys({
    built: Joi.string()
      .pattern(/^\d{4}-(0[1-9]|1[0-2])$/, "a year and a month, as in 2017-03")
      .allow(null)
      .default(null),
    uses: Joi.array()
      .max(USES.length)
      .items(Joi.string().valid(...USES))
      .allow(null)
      .default(null),
  });

/** A symptom as the contract writes it. */
export const symptomOfContract = () =>
  Joi.object({ key: key().required(), conditions: Joi.array().max(60).items(key()).default([]) });

/** A code as the contract writes it. */
export const codeOfContract = () =>
  Joi.object({
    code: codeText().required(),
    module: line(40).lowercase().allow(null, "").empty("").default(null),
    status: Joi.string()
      .valid(...CODE_STATUSES)
      .default("stored"),
  });

export const caseInput: Joi.ObjectSchema<CaseInput> = Joi.object({
  vehicle: askedVehicle().required(),
  odometerKm: Joi.number().min(0).max(5_000_000).allow(null).default(null),
  symptoms: list(symptomOfContract()),
  codes: list(codeOfContract()),
  modulesScanned: list(line(40).lowercase()),
  modulesSilent: list(line(40).lowercase()),
  tests: list(
    Joi.object({
      procedure: key().required(),
      outcome: line(160).required(),
      afterFixes: Joi.number().integer().min(0).max(200).default(0),
      place: optionalLine(60),
    }).unknown(),
  ),
  fixesTried: list(
    Joi.object({
      component: key().required(),
      failure: key().required(),
      result: Joi.string().valid("no-change", "partly", "fixed").default("no-change"),
      place: optionalLine(60),
    }),
  ),
  named: list(Joi.object({ component: key().required(), failure: key().required() })),
  access: list(line(80)),
});

/** The same as the engine takes it; a test's meaning comes from the book. */
export async function caseOfInput(db: Db, input: CaseInput): Promise<CaseFile> {
  const procedures = input.tests.length ? await readProcedures(db) : [];
  const { fixesTried: repairsTried, ...told } = input;
  const tests = input.tests.map(({ procedure, outcome, afterFixes: afterRepairs, place }) => {
    const known = procedures.find((each) => each.key === procedure);
    const effects = known?.outcomes.find((each) => each.key === outcome)?.effects ?? [];
    return { procedure, title: known?.title ?? procedure, outcome, effects, afterRepairs, place };
  });
  return { ...told, repairsTried, vehicle: await withTraits(db, input.vehicle), tests };
}

export interface KnownForInput {
  readonly vehicle: Vehicle & { readonly vin?: string | null };
  readonly odometerKm: number | null;
}

/** A vehicle that stands at the gate. */
export const knownForInput: Joi.ObjectSchema<KnownForInput> = Joi.object({
  vehicle: askedVehicle().required(),
  odometerKm: Joi.number().integer().min(0).max(5_000_000).allow(null).default(null),
});
