import "server-only";
import Joi from "joi";
import type { KeptTrace } from "@/core/trace";
import { line, unit } from "./input";

/** A client thins a long recording out before it sends it. */
const MOST_POINTS = 4000;

/** A recording over time, as `KeptTrace` says: times ascend, and every channel has a value or a gap for each. */
export const traceInput = (): Joi.Schema<KeptTrace | null> =>
  Joi.object({
    timeS: Joi.array().min(3).max(MOST_POINTS).items(Joi.number().unsafe().required()).required(),
    channels: Joi.array()
      .min(1)
      .max(2)
      .items(
        Joi.object({
          name: line(80).allow("").default(""),
          unit: unit().allow(null).default(null),
          values: Joi.array().max(MOST_POINTS).items(Joi.number().unsafe().allow(null).required()).required(),
        }),
      )
      .required(),
  })
    .custom((value: KeptTrace, helpers) => {
      const backwards = value.timeS.findIndex((time, at) => at > 0 && time <= (value.timeS[at - 1] ?? 0));
      if (backwards > 0) return helpers.message({ custom: `goes back in time at its point ${backwards + 1}` });
      const short = value.channels.find(({ values }) => values.length !== value.timeS.length);
      return short ? helpers.message({ custom: `has another number of values than times in “${short.name}”` }) : value;
    })
    .allow(null)
    .default(null);

/** Parts swapped with each other, and where the fault shows since. */
export const swapInput = () =>
  Joi.object({
    first: line(80).allow("").default(""),
    second: line(80).allow("").default(""),
    shows: Joi.string().valid("first", "second", "both", "nowhere").required(),
  })
    .allow(null)
    .default(null);

/** A part that was fed directly. */
export const feedInput = () =>
  Joi.object({ runs: Joi.boolean().allow(null).default(null), commanded: Joi.boolean().allow(null).default(null) })
    .allow(null)
    .default(null);
