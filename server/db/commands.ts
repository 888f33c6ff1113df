import "server-only";
import type { CommandId, PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, maybeOne } from "./rows";

export interface CommandRow {
  readonly name: string;
  readonly requestHash: Buffer;
  readonly personId: PersonId | null;
  readonly answer: unknown;
}

/**
 * Writes the command's row first: a second sender of the same id waits here until the first has ended.
 * @returns false where the id was used before
 */
export async function insertCommand(
  db: Db,
  command: {
    id: CommandId;
    name: string;
    requestHash: Buffer;
    personId: PersonId | null;
    tokenId: string | null;
    now: Date;
  },
): Promise<boolean> {
  const written = await execute(
    db,
    `insert into command (id, name, request_hash, person_id, token_id, at)
     values ($1, $2, $3, $4, $5, $6)
     on conflict (id) do nothing`,
    [command.id, command.name, command.requestHash, command.personId, command.tokenId, command.now],
  );
  return written === 1;
}

/** Keeps what a command answered, for whoever sends it again. */
export async function storeAnswer(db: Db, id: CommandId, answer: unknown): Promise<void> {
  await execute(db, "update command set answer = $2 where id = $1", [id, JSON.stringify(answer ?? null)]);
}

/** A command that was carried out before, with its answer. */
export async function findCommand(db: Db, id: CommandId): Promise<CommandRow | null> {
  return maybeOne<CommandRow>(
    db,
    `select name, request_hash as "requestHash", person_id as "personId", answer from command where id = $1`,
    [id],
  );
}
