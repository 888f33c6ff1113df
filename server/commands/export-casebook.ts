import "server-only";
import Joi from "joi";
import { queueExport } from "@/server/casebook/queued-export";
import type { Command } from "./command";

/** Has the casebook written to a file that is fetched when it is there: whoever does long work makes it. */
export const exportCasebook: Command<{ readonly anonymous: boolean }, { readonly work: string }> = {
  name: "export-casebook",
  right: "book.edit",
  input: Joi.object({ anonymous: Joi.boolean().strict().default(false) }),
  async run({ db, actor, commandId, now }, { anonymous }) {
    return { work: await queueExport(db, { commandId, actor, anonymous, now }) };
  },
};
