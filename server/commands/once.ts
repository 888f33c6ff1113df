import "server-only";
import type { CommandId } from "@/core/ids";
import type { Actor } from "@/server/auth/session";
import { findCommand, insertCommand, storeAnswer } from "@/server/db/commands";
import type { Db } from "@/server/db/pool";

/** A request that is carried out once, however often it is sent. */
export interface SentRequest {
  /** Made by whoever sends it. */
  readonly id: CommandId;
  readonly name: string;
  readonly requestHash: Buffer;
  readonly actor: Actor;
  readonly now: Date;
}

export type Once =
  | { readonly kind: "done"; readonly answer: unknown; readonly repeated: boolean }
  /** The id was used for something else, or by somebody else. */
  | { readonly kind: "other-request" };

/** Carries a request out within a transaction, and keeps its answer; one that was carried out before gets the answer that it got then. */
export async function once(db: Db, request: SentRequest, work: () => Promise<unknown>): Promise<Once> {
  const { id, name, requestHash, actor, now } = request;
  const { personId, tokenId } = actor;
  if (!(await insertCommand(db, { id, name, requestHash, personId, tokenId, now })))
    return (await doneBefore(db, request)) ?? { kind: "other-request" };
  const answer = await work();
  await storeAnswer(db, id, answer);
  return { kind: "done", answer, repeated: false };
}

/** What came of the same request of the same person; null where its id was not used before. */
export async function doneBefore(db: Db, { id, requestHash, actor }: SentRequest): Promise<Once | null> {
  const before = await findCommand(db, id);
  if (!before) return null;
  const isSame = before.personId === actor.personId && before.requestHash.equals(requestHash);
  return isSame ? { kind: "done", answer: before.answer, repeated: true } : { kind: "other-request" };
}
