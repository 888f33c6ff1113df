import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import {
  proveInstrument as markProved,
  retireInstrument,
  setInstrument,
  type InstrumentSheet,
} from "@/server/db/instruments";
import { day, line, quantity, uuid } from "@/server/input";
import type { Command } from "./command";
import { refuse, refuseInput } from "./refusal";

type InstrumentInput = Omit<InstrumentSheet, "id"> & { readonly id: string | null };

/** Notes a meter: how exact it is, and until when it is believed. */
export const describeInstrument: Command<InstrumentInput, { readonly id: string }> = {
  name: "describe-instrument",
  right: "book.edit",
  input: Joi.object({
    id: uuid().allow(null).default(null),
    name: line(80).required(),
    percent: Joi.number().min(0).max(100).allow(null).default(null),
    offset: quantity().allow(null).default(null),
    calibrationDue: day().allow(null, "").empty("").default(null),
  }),
  async run({ db, actor, site, now }, input) {
    if (input.offset && input.offset.value < 0) refuseInput("offset", "must not be negative");
    const id = input.id ?? randomUUID();
    await setInstrument(db, site.id, { ...input, id }, { id: actor.personId, at: now });
    return { id };
  },
};

export const dropInstrument: Command<{ readonly id: string }, null> = {
  name: "drop-instrument",
  right: "book.edit",
  input: Joi.object({ id: uuid().required() }),
  async run({ db, site }, { id }) {
    if (!(await retireInstrument(db, site.id, id))) refuse({ code: "not-found", what: "instrument" });
    return null;
  },
};

/** Somebody saw it read right on a source whose value they knew: a battery of this morning, a reference. */
export const proveInstrument: Command<{ readonly id: string }, null> = {
  name: "prove-instrument",
  right: "job.record",
  input: Joi.object({ id: uuid().required() }),
  async run({ db, actor, site, now }, { id }) {
    if (!(await markProved(db, site.id, id, { id: actor.personId, at: now })))
      refuse({ code: "not-found", what: "instrument" });
    return null;
  },
};
