import "server-only";
import { isDeepStrictEqual } from "node:util";
import type { Actor } from "@/server/auth/session";
import type { AnyCommand } from "@/server/commands/command";
import { findCommandByName } from "@/server/commands/registry";
import { runCommand, type CommandRequest } from "@/server/commands/run";
import { isAnybodyThere, workOfCommand, type WorkRow } from "@/server/db/long-work";
import { inTransaction, pool } from "@/server/db/pool";
import { validate } from "@/server/input";
import { askedBy } from "./asked-by";
import { queueWork } from "./queue-work";
import type { TellProgress, WorkResult } from "./work";

type Sent = CommandRequest & { readonly actor: Actor };

/**
 * Puts a command into the queue that would take long here.
 * @returns the work's id; null where it is done sooner at once, or nobody does long work
 */
export async function queueIfLong(
  command: AnyCommand,
  { id: commandId, actor, input, now }: Sent,
): Promise<string | null> {
  const parsed = command.takesLong && validate(command.input, input);
  // The schema has just checked that the value is what this command takes.
  if (!command.takesLong || !parsed?.ok || !(await command.takesLong(pool(), parsed.value as never))) return null;
  if (!(await isAnybodyThere(pool()))) return null;
  const { siteId, personId, tokenId } = actor;
  const asked = { command: command.name, input };
  const before = await workOfCommand(pool(), siteId, commandId);
  // Sent again while it waits, or is under way.
  if (before && !before.endedAt && isDeepStrictEqual(before.input, asked)) return before.id;
  const work = { kind: "command", commandId, siteId, personId, tokenId, askedAt: now, input: asked } as const;
  return inTransaction((db) => queueWork(db, work));
}

/** Does a command that waited in the queue. */
export async function runFromQueue(work: WorkRow, tell: TellProgress): Promise<WorkResult> {
  const { command: called, input } = work.input;
  const command = findCommandByName(String(called));
  if (!command) throw new Error(`work ${work.id}: no command ${String(called)}`);
  const actor = await askedBy(work);
  const result = await runCommand(command, { id: work.commandId, actor, input, now: work.askedAt, tell });
  return result.ok ? result : { ok: false, refused: { why: "refusal", refusal: result.refusal } };
}
