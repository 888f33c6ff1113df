import "server-only";
import type { PersonId } from "@/core/ids";
import type { Person } from "./people";
import type { Db } from "./pool";
import { execute, maybeOne } from "./rows";

/** Keeps a session by its token's hash. */
export async function insertSession(
  db: Db,
  session: { hash: Buffer; personId: PersonId; now: Date; expires: Date },
): Promise<void> {
  await execute(
    db,
    `insert into session (token_hash, person_id, created_at, seen_at, expires_at)
     values ($1, $2, $3, $3, $4)`,
    [session.hash, session.personId, session.now, session.expires],
  );
}

export interface LiveSession extends Person {
  readonly seenAt: Date;
  readonly createdAt: Date;
}

/** The active person behind a token that has not expired. */
export async function findSession(db: Db, hash: Buffer, now: Date): Promise<LiveSession | null> {
  return maybeOne<LiveSession>(
    db,
    `select p.id, p.site_id as "siteId", p.name, p.role, p.active, s.seen_at as "seenAt", s.created_at as "createdAt"
     from session s
     join person p on p.id = s.person_id
     where s.token_hash = $1 and s.expires_at > $2 and p.active`,
    [hash, now],
  );
}

/** Whoever works stays signed in. */
export async function slideSession(db: Db, hash: Buffer, now: Date, expires: Date): Promise<void> {
  await execute(db, "update session set seen_at = $2, expires_at = $3 where token_hash = $1", [hash, now, expires]);
}

/** Ends one session. */
export async function deleteSession(db: Db, hash: Buffer): Promise<void> {
  await execute(db, "delete from session where token_hash = $1", [hash]);
}

/** @param except the one session that stays, if any */
export async function deleteSessionsOf(db: Db, personId: PersonId, except: Buffer | null = null): Promise<number> {
  return execute(db, "delete from session where person_id = $1 and token_hash is distinct from $2", [personId, except]);
}

/** Sweeps up what has run out. */
export async function deleteExpiredSessions(db: Db, now: Date): Promise<number> {
  return execute(db, "delete from session where expires_at <= $1", [now]);
}
