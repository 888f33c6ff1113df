import "server-only";
import Joi from "joi";
import { CODE_STATUSES, readCode } from "@/core/codes";
import { EFFECT_KINDS } from "@/core/book";
import { key, line, optionalLine, seq } from "@/server/input";

/** Inputs that several commands take. */

export const codeText = () =>
  Joi.string().custom(
    (value: string, helpers) =>
      readCode(value) ?? helpers.message({ custom: "is no fault code: P, C, B or U, then four characters" }),
  );

export const codesInput = () =>
  Joi.array()
    .max(200)
    .items(
      Joi.object({
        code: codeText().required(),
        module: line(40).lowercase().allow(null, "").empty("").default(null),
        status: Joi.string()
          .valid(...CODE_STATUSES)
          .default("stored"),
      }),
    )
    .unique((a, b) => a.code === b.code && a.module === b.module);

export const modulesInput = () => Joi.array().max(80).items(line(40).lowercase()).unique();

export const symptomsInput = () =>
  Joi.array()
    .max(20)
    .items(
      Joi.object({
        key: key().required(),
        conditions: Joi.array().max(30).items(key()).unique().default([]),
        denied: Joi.array().max(30).items(key()).unique().default([]),
      }),
    )
    .unique("key");

export const effectsInput = () =>
  Joi.array()
    .max(12)
    .items(
      Joi.object({
        component: key().required(),
        failure: key().allow(null).default(null),
        effect: Joi.string()
          .valid(...EFFECT_KINDS)
          .required(),
      }),
    );

export const causesInput = () =>
  Joi.array()
    .max(5)
    .items(Joi.object({ component: key().required(), failure: key().required(), place: placeInput() }))
    .unique((a, b) => a.component === b.component && a.failure === b.failure && a.place === b.place);

/** Where on the vehicle, where a part is there more than once: "cylinder 2". */
export const placeInput = () => optionalLine(60);

export const correctsInput = () => seq().allow(null).default(null);
