import "server-only";
import Joi from "joi";
import type { Procedure } from "@/core/diagnosis";
import { readProcedureForChange, updateProcedure } from "@/server/db/book";
import { key, line, minutes, optionalText } from "@/server/input";
import type { Command } from "./command";
import { refuse } from "./refusal";

type ChangeInput = Pick<
  Procedure,
  "key" | "version" | "title" | "question" | "place" | "minutes" | "cautions" | "preconditions" | "steps" | "tools"
>;

const lines = (most: number) =>
  Joi.array().max(40).items(line(most)).unique().messages({ "array.unique": "stands here twice" });

/** Rewrites how a procedure is done, as its next version; jobs keep the one that they used. */
export const changeProcedure: Command<ChangeInput, { readonly version: number }> = {
  name: "change-procedure",
  right: "book.edit",
  input: Joi.object({
    key: key().required(),
    version: Joi.number().integer().min(1).required(),
    title: line(160).required(),
    question: optionalText(300),
    place: optionalText(300),
    minutes: minutes().required(),
    cautions: lines(300).default([]),
    preconditions: lines(200).default([]),
    steps: lines(400).default([]),
    tools: lines(80).default([]),
  }),
  async run({ db, actor, now }, { key: wanted, version, ...change }) {
    const procedure = await readProcedureForChange(db, wanted);
    if (!procedure) return refuse({ code: "not-found", what: "procedure" });
    if (procedure.version !== version)
      refuse({
        code: "conflict",
        message: "Somebody changed this procedure meanwhile. Look at it, then change it again.",
      });
    const next = { ...procedure, ...change, version: version + 1 };
    await updateProcedure(db, next, actor.personId, now);
    return { version: next.version };
  },
};
