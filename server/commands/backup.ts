import "server-only";
import Joi from "joi";
import { backupSettings } from "@/server/backup/settings";
import { queueBackup } from "@/server/backup/schedule";
import type { Command } from "./command";
import { refuse } from "./refusal";

/** Has the whole database written to a file, in the folder that was set for it: whoever does long work does it, beside the day's own. */
export const makeBackup: Command<Record<string, never>, { readonly work: string }> = {
  name: "make-backup",
  right: "team.manage",
  input: Joi.object({}),
  async run({ db, actor, commandId, now }) {
    if (!backupSettings())
      return refuse({
        code: "conflict",
        message: "No folder for backups is set: start with BACKUP_DIR (docs/running.md).",
      });
    const { siteId, personId, tokenId } = actor;
    return { work: await queueBackup(db, { commandId, siteId, personId, tokenId, askedAt: now }) };
  },
};
