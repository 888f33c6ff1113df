import "server-only";
import { createHash } from "node:crypto";
import type { CommandId } from "@/core/ids";
import { may } from "@/server/auth/rights";
import type { Actor } from "@/server/auth/session";
import { findCommand, insertCommand, storeAnswer } from "@/server/db/commands";
import { inTransaction, type Db } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { FOREIGN_KEY_VIOLATION, sqlStateOf, UNIQUE_VIOLATION } from "@/server/db/sqlstate";
import { validate } from "@/server/input";
import type { AnyCommand } from "./command";
import { Refused, type Refusal } from "./refusal";

export type CommandResult =
  | { readonly ok: true; readonly answer: unknown; readonly repeated: boolean }
  | { readonly ok: false; readonly refusal: Refusal };

export interface CommandRequest {
  readonly id: CommandId;
  readonly actor: Actor | null;
  readonly input: unknown;
  readonly now: Date;
}

/**
 * Carries a command out: right, input, then one transaction for its row, its changes and its answer. The same id and
 * input again gives the same answer and changes nothing; the same id with another input is refused.
 */
export async function runCommand(
  command: AnyCommand,
  { id, actor, input, now }: CommandRequest,
): Promise<CommandResult> {
  if (!may(actor, command.right) || !actor)
    return { ok: false, refusal: { code: "not-allowed", right: command.right } };
  const parsed = validate(command.input, input);
  if (!parsed.ok) return { ok: false, refusal: { code: "invalid", problems: parsed.problems } };
  const request = [command.name, command.secretInput ? null : input];
  const requestHash = createHash("sha256").update(JSON.stringify(request)).digest();
  try {
    return await inTransaction(async (db) => {
      const owner = { personId: actor.personId, tokenId: actor.tokenId };
      const isNew = await insertCommand(db, { id, name: command.name, requestHash, ...owner, now });
      if (!isNew) return await repeated(db, id, requestHash);
      const site = await findSite(db, actor.siteId);
      // The schema has just checked that the value is what this command takes.
      const answer = await command.run({ db, actor, site, commandId: id, now }, parsed.value as never);
      await storeAnswer(db, id, answer);
      return { ok: true, answer, repeated: false };
    });
  } catch (error) {
    const refusal = refusalOf(error);
    if (refusal) return { ok: false, refusal };
    throw error;
  }
}

async function repeated(db: Db, id: CommandId, requestHash: Buffer): Promise<CommandResult> {
  const before = await findCommand(db, id);
  if (!before || !before.requestHash.equals(requestHash)) return { ok: false, refusal: { code: "other-request" } };
  return { ok: true, answer: before.answer, repeated: true };
}

/** The database's constraints are the last word; what they refuse is the input's fault, not a crash. */
function refusalOf(error: unknown): Refusal | null {
  if (error instanceof Refused) return error.refusal;
  switch (sqlStateOf(error)) {
    case UNIQUE_VIOLATION:
      return { code: "conflict", message: "This exists already." };
    case FOREIGN_KEY_VIOLATION:
      return { code: "conflict", message: "This names something that the book does not hold." };
    default:
      return null;
  }
}
