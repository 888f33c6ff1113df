import "server-only";
import Joi from "joi";
import {
  AVAILABILITIES,
  COMPANION_KINDS,
  HOWS,
  OPTION_KINDS,
  type Companion,
  type MixingRule,
  type RepairOption,
  type RepairWork,
} from "@/core/repair";
import { key, line, minutes, money, optionalLine, optionalText } from "@/server/input";

/** Inputs about how a repair is done. */

const companion = {
  kind: Joi.string()
    .valid(...COMPANION_KINDS)
    .required(),
  what: line(120).required(),
  value: optionalLine(80),
  source: optionalLine(120),
};

/** What goes with a repair, in the order in which it is done. */
export const companionsInput = (): Joi.ArraySchema<readonly Companion[]> =>
  Joi.array().max(30).items(Joi.object(companion)).unique("what").default([]);

/** Revisions, and which of them may run together. */
export const mixingInput = (): Joi.ArraySchema<readonly MixingRule[]> =>
  Joi.array()
    .max(30)
    .items(
      Joi.object({ revision: line(40).required(), runsWith: Joi.array().max(30).items(line(40)).unique().default([]) }),
    )
    .unique("revision")
    .default([]);

/** Ways to go about a cause. */
export const optionsInput = (): Joi.ArraySchema<readonly RepairOption[]> =>
  Joi.array()
    .max(12)
    .items(
      Joi.object({
        kind: Joi.string()
          .valid(...OPTION_KINDS)
          .required(),
        title: line(120).required(),
        price: money().required(),
        minutes: minutes().required(),
        availability: Joi.string()
          .valid(...AVAILABILITIES)
          .default("stock"),
        days: Joi.number().integer().min(0).max(1000).allow(null).default(null),
        lifeKm: Joi.number().integer().min(0).max(2_000_000).allow(null).default(null),
        note: optionalText(400),
      }),
    )
    .unique("title")
    .default([]);

/** How a repair was done; the rules on mixing come from the book, not from whoever records it. */
export type WorkInput = Omit<RepairWork, "mixing">;

export const workInput = (): Joi.ObjectSchema<WorkInput> =>
  Joi.object({
    how: Joi.string()
      .valid(...HOWS)
      .default("fitted"),
    revision: optionalLine(40),
    values: Joi.array()
      .max(40)
      .items(Joi.object({ place: optionalLine(60), name: line(60).required(), value: line(120).required() }))
      .default([]),
    oldPartKept: Joi.boolean().default(false),
    improved: optionalLine(120),
    judgement: optionalLine(400),
    cures: Joi.array().max(20).items(key()).unique().allow(null).default(null),
    checkOffs: Joi.array()
      .max(30)
      .items(Joi.object({ ...companion, done: Joi.boolean().default(false) }))
      .unique("what")
      .default([]),
    beside: Joi.array()
      .max(24)
      .items(Joi.object({ place: line(60).required(), revision: line(40).required() }))
      .unique("place")
      .default([]),
  });
