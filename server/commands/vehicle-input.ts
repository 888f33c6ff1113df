import "server-only";
import Joi from "joi";
import { FUELS, GEARBOXES, readVin, USES, vinProblemText } from "@/core/vehicle";
import type { VehicleRow } from "@/server/db/vehicles";
import { line, optionalLine } from "@/server/input";

const FIRST_YEAR = 1950;
const nextYear = () => new Date().getUTCFullYear() + 1;

/**
 * A VIN with the right length and characters. One whose check digit does not fit is doubtful, not impossible: the form says so
 * before it is sent.
 */
const vin = () =>
  Joi.string().custom((value: string, helpers) => {
    const { vin: tidy, problems } = readVin(value, nextYear());
    const [problem] = problems.filter(
      ({ code }) => code === "length" || code === "unused-letter" || code === "no-sign",
    );
    if (!problem) return tidy;
    const place = "position" in problem ? `position ${problem.position}: ` : "";
    return helpers.message({ custom: place + vinProblemText(problem) });
  });

const year = () =>
  Joi.number()
    .integer()
    .min(FIRST_YEAR)
    .custom((value: number, helpers) =>
      value <= nextYear() ? value : helpers.message({ custom: `must be ${nextYear()} or less` }),
    );

/** A vehicle as it is taken in. */
export const vehicleInput: Joi.ObjectSchema<Omit<VehicleRow, "id">> = Joi.object({
  vin: vin().allow(null, "").empty("").default(null),
  plate: Joi.string().trim().uppercase().max(16).allow(null, "").empty("").default(null),
  make: line(60).required(),
  model: line(60).required(),
  year: year().required(),
  engine: optionalLine(40),
  transmission: optionalLine(40),
  drive: optionalLine(40),
  market: optionalLine(40),
  fuel: Joi.string()
    .valid(...FUELS)
    .allow(null, "")
    .empty("")
    .default(null),
  gearbox: Joi.string()
    .valid(...GEARBOXES)
    .allow(null, "")
    .empty("")
    .default(null),
  equipment: Joi.array().max(60).items(line(40)).allow(null).default(null),
  uses: Joi.array()
    .max(USES.length)
    .items(Joi.string().valid(...USES))
    .unique()
    .allow(null)
    .default(null),
  built: Joi.string()
    .trim()
    .pattern(/^\d{4}-(0[1-9]|1[0-2])$/, "a year and a month, as in 2017-03")
    .allow(null, "")
    .empty("")
    .default(null),
});
