import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import { insertSpare, takeSpare } from "@/server/db/spares";
import { wordExists } from "@/server/db/words";
import { key, line, optionalText, text, uuid } from "@/server/input";
import type { Command } from "./command";
import { refuse, refuseInput } from "./refusal";

interface SpareInput {
  readonly component: string;
  readonly what: string;
  readonly tested: string;
  readonly fits: string;
}

/** Puts a used part on the shelf that was made ready from an old assembly, with what was tested on it. */
export const addSpare: Command<SpareInput, { readonly id: string }> = {
  name: "add-spare",
  right: "job.record",
  input: Joi.object({
    component: key().required(),
    what: line(160).required(),
    tested: text(400).required(),
    fits: optionalText(200),
  }),
  async run({ db, actor, now }, input) {
    if (!(await wordExists(db, "component", input.component))) refuseInput("component", "is no component of the book");
    const id = randomUUID();
    await insertSpare(db, { ...input, id, siteId: actor.siteId }, { id: actor.personId, at: now });
    return { id };
  },
};

/** Takes a spare off the shelf. */
export const takeSpareOff: Command<{ readonly id: string }, null> = {
  name: "take-spare",
  right: "job.record",
  input: Joi.object({ id: uuid().required() }),
  async run({ db, actor, now }, { id }) {
    if (!(await takeSpare(db, actor.siteId, id, { id: actor.personId, at: now })))
      refuse({ code: "not-found", what: "spare on the shelf" });
    return null;
  },
};
