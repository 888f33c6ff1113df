import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import { GROUP_KINDS } from "@/core/codes";
import { deleteCodeGroup, setCodeGroup, type CodeGroupRow } from "@/server/db/code-groups";
import { line, optionalText, uuid } from "@/server/input";
import type { Command } from "./command";
import { requireNotLeadsText } from "./leads-text";
import { codeText } from "./record-inputs";
import { refuse } from "./refusal";

type GroupInput = Omit<CodeGroupRow, "id"> & { readonly id: string | null };

/** Says which codes one circuit, supply, ground or bus explains. */
export const setGroupOfCodes: Command<GroupInput, { readonly id: string }> = {
  name: "group-codes",
  right: "book.extend",
  input: Joi.object({
    id: uuid().allow(null).default(null),
    title: line(160).required(),
    kind: Joi.string()
      .valid(...GROUP_KINDS)
      .required(),
    make: line(60).allow("").default(""),
    codes: Joi.array()
      .items(codeText())
      .min(2)
      .max(60)
      .unique()

      .required(),
    note: optionalText(2000),
  }),
  async run(context, input) {
    const { db, actor, now } = context;
    if (input.id) await requireNotLeadsText(context, "code_group", input.id);
    const id = input.id ?? randomUUID();
    await setCodeGroup(db, { ...input, id }, actor.personId, now);
    return { id };
  },
};

export const dropGroupOfCodes: Command<{ readonly id: string }, null> = {
  name: "drop-code-group",
  right: "book.edit",
  input: Joi.object({ id: uuid().required() }),
  async run({ db }, { id }) {
    if (!(await deleteCodeGroup(db, id))) refuse({ code: "not-found", what: "group" });
    return null;
  },
};
