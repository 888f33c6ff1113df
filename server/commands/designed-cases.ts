import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import { deleteDesignedCase, setDesignedCase, type DesignedCase } from "@/server/db/designed-cases";
import { key, line, optionalText, text, uuid } from "@/server/input";
import type { Command } from "./command";
import { requireNotLeadsText } from "./leads-text";
import { refuse, refuseInput } from "./refusal";

type CaseInput = Omit<DesignedCase, "id"> & { readonly id: string | null };

/** Notes what looks like a fault and is none, how to tell it, and what to tell the customer. */
export const describeDesigned: Command<CaseInput, { readonly id: string }> = {
  name: "describe-designed",
  right: "book.extend",
  input: Joi.object({
    id: uuid().allow(null).default(null),
    symptom: key().required(),
    make: line(60).allow("").default(""),
    models: Joi.array().max(40).items(line(60)).unique().default([]),
    what: text(400).required(),
    checkBy: optionalText(400),
    tellCustomer: text(1000).required(),
  }),
  async run(context, input) {
    const { db, actor, now } = context;
    if (input.id) await requireNotLeadsText(context, "designed_case", input.id);
    if (input.models.length && !input.make) refuseInput("make", "is needed where models are named");
    const id = input.id ?? randomUUID();
    await setDesignedCase(db, { ...input, id }, actor.personId, now);
    return { id };
  },
};

export const dropDesigned: Command<{ readonly id: string }, null> = {
  name: "drop-designed",
  right: "book.edit",
  input: Joi.object({ id: uuid().required() }),
  async run({ db }, { id }) {
    if (!(await deleteDesignedCase(db, id))) refuse({ code: "not-found", what: "case" });
    return null;
  },
};
