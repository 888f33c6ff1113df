import "server-only";
import { createHash } from "node:crypto";
import { asJobId, type CommandId } from "@/core/ids";
import { slowHash } from "@/server/auth/passphrase";
import { may } from "@/server/auth/rights";
import type { Actor } from "@/server/auth/session";
import { inTransaction, pool, type Db } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { latestEntryAt } from "@/server/db/trail";
import { FOREIGN_KEY_VIOLATION, isDataException, sqlStateOf, UNIQUE_VIOLATION } from "@/server/db/sqlstate";
import { validate } from "@/server/input";
import type { TellProgress } from "@/server/queue/work";
import { forgetRemembered } from "@/server/remembered";
import type { AnyCommand } from "./command";
import { doneBefore, once, type Once } from "./once";
import { Refused, type Refusal } from "./refusal";

export type CommandResult =
  | { readonly ok: true; readonly answer: unknown; readonly repeated: boolean }
  | { readonly ok: false; readonly refusal: Refusal };

export interface CommandRequest {
  readonly id: CommandId;
  readonly actor: Actor | null;
  readonly input: unknown;
  readonly now: Date;
  /** Told how far it is, where it takes long. */
  readonly tell?: TellProgress;
}

const tellNobody: TellProgress = async () => {};

/**
 * Carries a command out: right, input, then one transaction for its row, its changes and its answer. The same id and
 * input again gives the same answer and changes nothing; the same id with another input is refused.
 */
export async function runCommand(
  command: AnyCommand,
  { id, actor, input, now, tell = tellNobody }: CommandRequest,
): Promise<CommandResult> {
  if (!may(actor, command.right) || !actor)
    return { ok: false, refusal: { code: "not-allowed", right: command.right } };
  const parsed = validate(command.input, input);
  if (!parsed.ok) return { ok: false, refusal: { code: "invalid", problems: parsed.problems } };
  const request = { id, name: command.name, requestHash: await hashOf(command, id, input), actor, now };
  try {
    const before = command.prepare ? await doneBefore(pool(), request) : null;
    if (before) return resultOf(before);
    // The schema has just checked that the value is what this command takes.
    const value = command.prepare ? await command.prepare(actor, parsed.value as never, tell) : parsed.value;
    const result = await inTransaction(async (db) => {
      const site = await findSite(db, actor.siteId);
      const context = { db, actor, site, commandId: id, now: await notBeforeWhatStands(db, value, now) };
      return resultOf(await once(db, request, () => command.run(context, value as never)));
    });
    if (!command.right.startsWith("job.")) forgetRemembered();
    return result;
  } catch (error) {
    const refusal = refusalOf(error);
    if (refusal) return { ok: false, refusal };
    throw error;
  }
}

/**
 * When a change counts as made: now, but never before the latest entry of its job. Another instance's clock may be ahead of this one's, and a
 * clock may be set back; a trail goes one way.
 */
async function notBeforeWhatStands(db: Db, value: unknown, now: Date): Promise<Date> {
  const jobId = typeof value === "object" && value !== null && "jobId" in value ? value.jobId : null;
  const id = typeof jobId === "string" ? asJobId(jobId) : null;
  const latest = id && (await latestEntryAt(db, id));
  return latest && latest > now ? latest : now;
}

function resultOf(done: Once): CommandResult {
  if (done.kind === "other-request") return { ok: false, refusal: { code: "other-request" } };
  return { ok: true, answer: done.answer, repeated: done.repeated };
}

/** What a repeated request is known by. What holds a passphrase is hashed as slowly as one: nobody learns it from the row by guessing. */
async function hashOf(command: AnyCommand, id: CommandId, input: unknown): Promise<Buffer> {
  const request = JSON.stringify([command.name, input]);
  if (command.secretInput) return slowHash(request, Buffer.from(id));
  return createHash("sha256").update(request).digest();
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
