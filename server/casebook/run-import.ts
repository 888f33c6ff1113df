import "server-only";
import { createHash } from "node:crypto";
import type { CommandId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import type { InputProblem } from "@/server/commands/refusal";
import { doneBefore, once, type Once, type SentRequest } from "@/server/commands/once";
import { giveBackJobNumbers, takeJobNumbers } from "@/server/db/casebook";
import { inTransaction, pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { takeInOtherShop, type ComesFrom } from "@/server/other-shops/take-in";
import { checkCasebook, type CheckedCasebook } from "./check-file";
import { BookMoved, importCasebook } from "./import";
import type { Tell } from "./progress";
import { CasebookRefusal } from "./refusal";
import { settleIn } from "./settle-in";
import type { SpooledCasebook } from "./spool";

export interface ImportRequest {
  readonly id: CommandId;
  readonly actor: Actor;
  readonly casebook: SpooledCasebook;
  /** Another shop, whose casebook stays apart under its name; null for what is to be our own. */
  readonly from?: ComesFrom | null;
  readonly now: Date;
  readonly tell?: Tell;
}

export type ImportResult =
  | { readonly ok: true; readonly answer: unknown }
  | { readonly ok: false; readonly why: "invalid"; readonly problems: readonly InputProblem[] }
  | { readonly ok: false; readonly why: "other-body" };

const NAME = "import-casebook";

/** Imports a casebook in one transaction; the same key and file again gives the same answer and changes nothing. */
export async function runImport(sent: ImportRequest): Promise<ImportResult> {
  const { id, actor, casebook, from = null, now } = sent;
  const requestHash = createHash("sha256")
    .update(NAME)
    .update(from ? JSON.stringify(from) : "")
    .update(casebook.hash)
    .digest();
  const request = { id, name: NAME, requestHash, actor, now };
  try {
    const before = await doneBefore(pool(), request);
    const done = before ?? (from ? await takeIn(sent, request, from) : await takeOver(sent, request));
    // Also where it was taken over before: whoever did it may not have come so far.
    if (!from) await settleIn();
    return resultOf(done);
  } catch (error) {
    if (error instanceof CasebookRefusal) return { ok: false, why: "invalid", problems: error.problems };
    throw error;
  }
}

const resultOf = (done: Once): ImportResult =>
  done.kind === "done" ? { ok: true, answer: done.answer } : { ok: false, why: "other-body" };

const tellNobody: Tell = async () => {};

function takeIn(sent: ImportRequest, request: SentRequest, from: ComesFrom): Promise<Once> {
  const { id: commandId, actor, casebook, now, tell = tellNobody } = sent;
  return inTransaction(async (db) => {
    const site = await findSite(db, actor.siteId);
    return once(db, request, () => takeInOtherShop({ db, actor, site, commandId, now }, casebook, from, tell));
  });
}

/** So often it is checked again where the book moved under it; then the book waits for it. */
const MOST_TRIES = 3;

async function takeOver(sent: ImportRequest, request: SentRequest): Promise<Once> {
  for (let tries = 1; ; tries++) {
    const checked = await checkCasebook(pool(), sent.actor.siteId, {
      casebook: sent.casebook,
      tell: sent.tell ?? tellNobody,
    });
    try {
      return await write(sent, request, checked, tries === MOST_TRIES);
    } catch (error) {
      if (!(error instanceof BookMoved)) throw error;
    } finally {
      await checked.dispose();
    }
  }
}

/** Whole or not at all; the numbers of its jobs are taken before, so that nobody waits for a number until it is through. */
async function write(sent: ImportRequest, request: SentRequest, checked: CheckedCasebook, alone: boolean) {
  const { id: commandId, actor, now, tell = tellNobody } = sent;
  const { newJobs } = checked;
  const numberAfter = newJobs ? await takeJobNumbers(pool(), actor.siteId, newJobs) : 0;
  let areUsed = false;
  try {
    const done = await inTransaction(async (db) => {
      const site = await findSite(db, actor.siteId);
      const context = { db, actor, site, commandId, now };
      return once(db, request, () => importCasebook(context, checked, { numberAfter, alone, tell }));
    });
    areUsed = done.kind === "done" && !done.repeated;
    return done;
  } finally {
    if (newJobs && !areUsed) await giveBackJobNumbers(pool(), actor.siteId, numberAfter, newJobs).catch(() => {});
  }
}
