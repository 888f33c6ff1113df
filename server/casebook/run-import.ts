import "server-only";
import { createHash } from "node:crypto";
import type { CommandId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import type { InputProblem } from "@/server/commands/refusal";
import { once } from "@/server/commands/once";
import { inTransaction } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { takeInOtherShop, type ComesFrom } from "@/server/other-shops/take-in";
import { importCasebook } from "./import";
import { endProgress, noteProgress } from "./progress";
import { CasebookRefusal } from "./refusal";
import type { SpooledCasebook } from "./spool";

interface ImportRequest {
  readonly id: CommandId;
  readonly actor: Actor;
  readonly casebook: SpooledCasebook;
  /** Another shop, whose casebook stays apart under its name; null for what is to be our own. */
  readonly from?: ComesFrom | null;
  readonly now: Date;
}

type ImportResult =
  | { readonly ok: true; readonly answer: unknown }
  | { readonly ok: false; readonly why: "invalid"; readonly problems: readonly InputProblem[] }
  | { readonly ok: false; readonly why: "other-body" };

const NAME = "import-casebook";

/** Imports a casebook in one transaction; the same key and file again gives the same answer and changes nothing. */
export async function runImport({ id, actor, casebook, from = null, now }: ImportRequest): Promise<ImportResult> {
  const requestHash = createHash("sha256")
    .update(NAME)
    .update(from ? JSON.stringify(from) : "")
    .update(casebook.hash)
    .digest();
  const of = casebook.jobCount;
  noteProgress(id, { done: 0, of });
  try {
    return await inTransaction(async (db): Promise<ImportResult> => {
      const site = await findSite(db, actor.siteId);
      const context = { db, actor, site, commandId: id, now };
      const onProgress = (jobs: number) => noteProgress(id, { done: jobs, of });
      const done = await once(db, { id, name: NAME, requestHash, actor, now }, () =>
        from ? takeInOtherShop(context, casebook, from, onProgress) : importCasebook(context, casebook, onProgress),
      );
      return done.kind === "done" ? { ok: true, answer: done.answer } : { ok: false, why: "other-body" };
    });
  } catch (error) {
    if (error instanceof CasebookRefusal) return { ok: false, why: "invalid", problems: error.problems };
    throw error;
  } finally {
    endProgress(id);
  }
}
