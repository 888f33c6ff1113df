import "server-only";
import Joi from "joi";
import {
  BULLETIN_KINDS,
  NO_DETAILS,
  NOTHING_TOLD,
  REPAIR_OUTCOMES,
  REPORT_SAYS,
  REPORT_SOURCES,
} from "@/core/known-failures";
import { USES } from "@/core/vehicle";
import { day, key, line, minutes, money, optionalLine, optionalText } from "@/server/input";

/** What a known failure holds, as it comes in: from a screen, and in a casebook. */

const MOST = 40;
const orNone = (schema: Joi.Schema) => schema.allow(null).default(null);
const listOf = (item: Joi.Schema, most = MOST) => Joi.array().max(most).items(item).default([]);
const month = () => Joi.string().pattern(/^\d{4}-(0[1-9]|1[0-2])$/, "a year and a month, as in 2017-03");
const kilometres = () => Joi.number().integer().min(0).max(5_000_000);

/** Two ends of which the first is not beyond the last. */
const span = (end: Joi.Schema) =>
  orNone(
    Joi.array()
      .length(2)
      .items(end)
      .custom((ends: readonly [string | number, string | number], helpers) =>
        ends[0] <= ends[1] ? ends : helpers.message({ custom: "ends before it begins" }),
      ),
  );

export const yearsInput = () => span(Joi.number().integer().min(1900).max(2100));

/** Which vehicles it speaks of; an empty list means any. */
export const knownAppliesInput = () =>
  Joi.object({
    make: optionalLine(60),
    models: listOf(line(60)).unique(),
    years: yearsInput(),
    engines: listOf(line(60)).unique(),
    transmissions: listOf(line(60)).unique(),
    markets: listOf(line(60)).unique(),
    drives: listOf(line(40)).unique(),
    sisters: listOf(Joi.object({ make: line(60).required(), model: line(60).required() })),
    built: span(month()),
    uses: listOf(Joi.string().valid(...USES)).unique(),
  });

export const odometerWindow = () => span(kilometres());

const cost = { minutes: minutes().default(0), parts: money().required() };

const lookAlike = Joi.object({
  other: orNone(key()),
  otherName: line(160).required(),
  question: line(300).required(),
  thisIf: orNone(key()),
  otherIf: orNone(key()),
  procedure: orNone(key()),
});

const knownRepair = Joi.object({
  title: line(160).required(),
  outcome: Joi.string()
    .valid(...REPAIR_OUTCOMES)
    .required(),
  component: orNone(key()),
  note: optionalText(400),
});

const prevention = Joi.object({
  what: line(160).required(),
  everyKm: orNone(kilometres()),
  partNumber: optionalLine(60),
  ...cost,
});

/** The last signs of a VIN, or all of it. */
const vinPart = () =>
  Joi.string()
    .uppercase()
    .pattern(/^[A-HJ-NPR-Z0-9]{3,17}$/, "a VIN, or its last signs");

const bulletin = Joi.object({
  kind: Joi.string()
    .valid(...BULLETIN_KINDS)
    .required(),
  reference: line(120).required(),
  pays: optionalText(300),
  until: orNone(day()),
  vins: span(vinPart()),
  built: span(month()),
});

const said = { text: optionalText(1000), at: Joi.string().isoDate().required(), by: line(80).allow("").required() };

const report = Joi.object({
  ...said,
  source: Joi.string()
    .valid(...REPORT_SOURCES)
    .required(),
  says: Joi.string()
    .valid(...REPORT_SAYS)
    .required(),
  count: Joi.number().integer().min(0).max(100_000).required(),
  of: Joi.number().integer().min(1).max(100_000).required(),
});

const told = {
  mark: optionalLine(200),
  lookAlikes: listOf(lookAlike, 12),
  repairs: listOf(knownRepair, 20),
  prevention: orNone(prevention),
  costThen: orNone(Joi.object(cost)),
  bulletin: orNone(bulletin),
  fits: listOf(Joi.object({ partNumber: line(60).required(), from: line(120).required() })),
  cautions: listOf(line(300), 12),
};

/** What somebody writes down at once; notes and reports come one by one. */
export const toldInput = () => Joi.object(told).default(NOTHING_TOLD);

export const detailsInput = () =>
  Joi.object({ ...told, notes: listOf(Joi.object(said), 1000), reports: listOf(report, 1000) }).default(NO_DETAILS);
