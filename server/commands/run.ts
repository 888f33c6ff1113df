import "server-only";
import { createHash } from "node:crypto";
import type { CommandId } from "@/core/ids";
import { slowHash } from "@/server/auth/passphrase";
import { may } from "@/server/auth/rights";
import type { Actor } from "@/server/auth/session";
import { findCommand, insertCommand, storeAnswer } from "@/server/db/commands";
import { inTransaction, pool, type Db } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { FOREIGN_KEY_VIOLATION, isDataException, sqlStateOf, UNIQUE_VIOLATION } from "@/server/db/sqlstate";
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
  const requestHash = await hashOf(command, id, input);
  const same = { id, requestHash, actor };
  try {
    const before = command.prepare ? await repeated(pool(), same) : null;
    if (before) return before;
    // The schema has just checked that the value is what this command takes.
    const value = command.prepare ? await command.prepare(actor, parsed.value as never) : parsed.value;
    return await inTransaction(async (db) => {
      const owner = { personId: actor.personId, tokenId: actor.tokenId };
      const isNew = await insertCommand(db, { id, name: command.name, requestHash, ...owner, now });
      if (!isNew) return (await repeated(db, same)) ?? { ok: false, refusal: { code: "other-request" } };
      const site = await findSite(db, actor.siteId);
      const answer = await command.run({ db, actor, site, commandId: id, now }, value as never);
      await storeAnswer(db, id, answer);
      return { ok: true, answer, repeated: false };
    });
  } catch (error) {
    const refusal = refusalOf(error);
    if (refusal) return { ok: false, refusal };
    throw error;
  }
}

/** What a repeated request is known by. What holds a passphrase is hashed as slowly as one: nobody learns it from the row by guessing. */
async function hashOf(command: AnyCommand, id: CommandId, input: unknown): Promise<Buffer> {
  const request = JSON.stringify([command.name, input]);
  if (command.secretInput) return slowHash(request, Buffer.from(id));
  return createHash("sha256").update(request).digest();
}

interface SameRequest {
  readonly id: CommandId;
  readonly requestHash: Buffer;
  readonly actor: Actor;
}

/** The answer that was given to the same request of the same person; null where the id was not used before. */
async function repeated(db: Db, { id, requestHash, actor }: SameRequest): Promise<CommandResult | null> {
  const before = await findCommand(db, id);
  if (!before) return null;
  if (before.personId !== actor.personId || !before.requestHash.equals(requestHash))
    return { ok: false, refusal: { code: "other-request" } };
  return { ok: true, answer: before.answer, repeated: true };
}

/** The database's constraints are the last word; what they refuse is the input's fault, not a crash. */
function refusalOf(error: unknown): Refusal | null {
  if (error instanceof Refused) return error.refusal;
  const state = sqlStateOf(error);
  if (isDataException(state))
    return { code: "invalid", problems: [{ path: "", message: "holds a value that cannot be kept" }] };
  switch (state) {
    case UNIQUE_VIOLATION:
      return { code: "conflict", message: "This exists already." };
    case FOREIGN_KEY_VIOLATION:
      return { code: "conflict", message: "This names something that the book does not hold." };
    default:
      return null;
  }
}
