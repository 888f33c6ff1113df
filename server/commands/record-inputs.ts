import "server-only";
import Joi from "joi";
import { CODE_STATUSES, readCode } from "@/core/codes";
import { EFFECT_KINDS } from "@/core/book";
import { key, line, optionalLine, seq, sameIn } from "@/server/input";

/** Inputs that several commands take. */

export const codeText = () =>
  Joi.string().custom(
    (value: string, helpers) =>
      readCode(value) ?? helpers.message({ custom: "is no fault code: P, C, B or U, then four characters" }),
  );

/** Codes as they were read, each once for a module. */
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
    .unique(sameIn("code", "module"));

/** Modules with how each answered. */
export const modulesInput = () => Joi.array().max(80).items(line(40).lowercase()).unique();

/** Symptoms with what was told and denied of their conditions, each once. */
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

/** What an outcome says about causes. */
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

/** Where on the vehicle, where a part is there more than once: "cylinder 2". */
export const placeInput = () => optionalLine(60);

/** The entry that is set right by this one; null where it is none. */
export const correctsInput = () => seq().allow(null).default(null);
