import "server-only";
import { addDays, addHours, min } from "date-fns";
import type { PersonId, SiteId } from "@/core/ids";
import { pool, type Db } from "@/server/db/pool";
import { deleteExpiredSessions, deleteSession, findSession, insertSession, slideSession } from "@/server/db/sessions";
import { findToken } from "@/server/db/tokens";
import type { Role } from "./rights";
import { hashToken, newSecretToken } from "./secret-token";

/** Who asks: a person at a screen, or a script with its token. */
export interface Actor {
  readonly personId: PersonId;
  readonly siteId: SiteId;
  readonly name: string;
  readonly role: Role;
  readonly tokenId: string | null;
  /** Of the session in which they ask; left out for scripts. */
  readonly session?: Buffer;
}

export const SESSION_COOKIE = "dead_ends_session";
/** A session ends after a night away, and after a month whatever happens. */
const IDLE_HOURS = 14;
const LONGEST_DAYS = 30;
/** Sliding on every request would write on every read. */
const SLIDE_AFTER_MS = 5 * 60_000;

/** Signs somebody in. @returns the token for the cookie; the database holds its hash alone */
export async function startSession(db: Db, personId: PersonId, now: Date): Promise<string> {
  const { token, hash } = newSecretToken();
  await deleteExpiredSessions(db, now);
  await insertSession(db, { hash, personId, now, expires: addHours(now, IDLE_HOURS) });
  return token;
}

/** Signs out: the token is worth nothing from now on. */
export async function endSession(db: Db, token: string): Promise<void> {
  await deleteSession(db, hashToken(token));
}

/** The person behind a session cookie, or null. Being seen moves the session's end. */
export async function actorOfSession(token: string | null, now: Date): Promise<Actor | null> {
  if (!token) return null;
  const hash = hashToken(token);
  const found = await findSession(pool(), hash, now);
  if (!found) return null;
  if (now.getTime() - found.seenAt.getTime() > SLIDE_AFTER_MS)
    await slideSession(pool(), hash, now, min([addHours(now, IDLE_HOURS), addDays(found.createdAt, LONGEST_DAYS)]));
  return { personId: found.id, siteId: found.siteId, name: found.name, role: found.role, tokenId: null, session: hash };
}

/** The script behind an API token, or null. */
export async function actorOfToken(token: string): Promise<Actor | null> {
  return findToken(pool(), hashToken(token));
}
