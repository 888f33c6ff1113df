import "server-only";
import Joi from "joi";
import { deleteCodeEntry, setCodeEntry, type CodeEntry } from "@/server/db/code-entries";
import { line, optionalText, uniqueBy } from "@/server/input";
import type { Command } from "./command";
import { requireNotLeadsText } from "./leads-text";
import { refuse } from "./refusal";
import { codeText } from "./record-inputs";

const make = () => line(60).allow("").default("");

const entryInput = () =>
  Joi.object<CodeEntry>({
    code: codeText().required(),
    make: make(),
    meaning: line(300).required(),
    note: optionalText(2000),
  });

/** What the shop says of a code, for one make or for all. */
export const describeCode: Command<CodeEntry, CodeEntry> = {
  name: "describe-code",
  right: "book.extend",
  input: entryInput(),
  async run(context, entry) {
    const { db, actor, now } = context;
    await requireNotLeadsText(context, "code_entry", `${entry.code}|${entry.make}`);
    await setCodeEntry(db, entry, actor.personId, now);
    return entry;
  },
};

export const dropCodeEntry: Command<{ readonly code: string; readonly make: string }, null> = {
  name: "drop-code-entry",
  right: "book.edit",
  input: Joi.object({ code: codeText().required(), make: make() }),
  async run({ db }, { code, make: of }) {
    if (!(await deleteCodeEntry(db, code, of))) refuse({ code: "not-found", what: "entry" });
    return null;
  },
};

const MOST_ROWS = 20_000;

/** A whole list of entries, from a file: all of them or none. */
export const importCodes: Command<{ readonly entries: readonly CodeEntry[] }, { readonly imported: number }> = {
  name: "import-codes",
  right: "book.edit",
  input: Joi.object({
    entries: Joi.array()
      .items(entryInput())
      .min(1)
      .max(MOST_ROWS)
      .custom(uniqueBy(({ code, make }: CodeEntry) => `${code}|${make}`))
      .required(),
  }),
  async run({ db, actor, now }, { entries }) {
    for (const entry of entries) await setCodeEntry(db, entry, actor.personId, now);
    return { imported: entries.length };
  },
};
