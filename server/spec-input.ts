import "server-only";
import Joi from "joi";
import type { Instrument, Spec } from "@/core/measure";
import { quantity } from "./input";

/** What a reading is judged against, as the API and the book take it. Whether its parts fit together is the judge's own business. */

const finite = () => Joi.number().unsafe();
const compensation = { at: quantity().allow(null), perKelvin: finite().allow(null) };

const SPECS: Record<Spec["kind"], Joi.ObjectSchema> = {
  range: Joi.object({
    kind: Joi.string().valid("range").required(),
    low: quantity().allow(null),
    high: quantity().allow(null),
    ...compensation,
  }),
  nominal: Joi.object({
    kind: Joi.string().valid("nominal").required(),
    nominal: quantity().required(),
    tolerance: quantity().allow(null),
    tolerancePercent: finite().allow(null),
    ...compensation,
  }),
  supply: Joi.object({
    kind: Joi.string().valid("supply").required(),
    maxDrop: quantity().required(),
    minSupply: quantity().allow(null),
    ...compensation,
  }),
};

/** The kind decides which fields belong to a spec, so that a problem names the field and not the choice. */
export const specInput = (): Joi.Schema<Spec> =>
  Joi.object({ kind: Joi.string().valid("range", "nominal", "supply").required() })
    .unknown()
    .when(Joi.object({ kind: "range" }).unknown(), { then: SPECS.range.unknown(false) })
    .when(Joi.object({ kind: "nominal" }).unknown(), { then: SPECS.nominal.unknown(false) })
    .when(Joi.object({ kind: "supply" }).unknown(), { then: SPECS.supply.unknown(false) });

/** How far an instrument may be off. */
export const instrumentInput = (): Joi.ObjectSchema<Instrument> =>
  Joi.object({ percent: finite().min(0).max(100).allow(null), offset: quantity().allow(null) });

/** What was round about a reading: temperature, and the battery at that moment. */
export const judgeContextInput = () =>
  Joi.object({ temperature: quantity().allow(null), supply: quantity().allow(null) });
