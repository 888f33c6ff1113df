import "server-only";
import type { PersonId, SiteId } from "@/core/ids";
import type { Role } from "@/server/auth/rights";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

/** Keeps a script's token by its hash. */
export async function insertToken(
  db: Db,
  token: { id: string; name: string; personId: PersonId; hash: Buffer; now: Date },
): Promise<void> {
  await execute(db, "insert into api_token (id, name, token_hash, person_id, created_at) values ($1, $2, $3, $4, $5)", [
    token.id,
    token.name,
    token.hash,
    token.personId,
    token.now,
  ]);
}

export interface TokenOwner {
  readonly tokenId: string;
  readonly personId: PersonId;
  readonly siteId: SiteId;
  readonly name: string;
  readonly role: Role;
}

/** Whom a token writes as, unless it was revoked. */
export async function findToken(db: Db, hash: Buffer): Promise<TokenOwner | null> {
  return maybeOne<TokenOwner>(
    db,
    `select t.id as "tokenId", p.id as "personId", p.site_id as "siteId", p.name, p.role
     from api_token t
     join person p on p.id = t.person_id
     where t.token_hash = $1 and t.revoked_at is null and p.active`,
    [hash],
  );
}

export interface TokenRow {
  readonly id: string;
  readonly name: string;
  readonly createdAt: Date;
  readonly revokedAt: Date | null;
  /** The last write that it made; null where it made none. */
  readonly lastUsed: Date | null;
}

/** The tokens of a site's scripts, those that are still good first. */
export async function listTokens(db: Db, siteId: SiteId): Promise<TokenRow[]> {
  return many<TokenRow>(
    db,
    `select t.id, t.name, t.created_at as "createdAt", t.revoked_at as "revokedAt",
       (select max(c.at) from command c where c.token_id = t.id) as "lastUsed"
     from api_token t
     join person p on p.id = t.person_id
     where p.site_id = $1
     order by t.revoked_at is not null, t.created_at desc`,
    [siteId],
  );
}

/** A token of this site, whether it holds still or not. */
export async function findTokenOfSite(db: Db, siteId: SiteId, id: string): Promise<{ readonly id: string } | null> {
  return maybeOne<{ id: string }>(
    db,
    "select t.id from api_token t join person p on p.id = t.person_id where t.id = $1 and p.site_id = $2",
    [id, siteId],
  );
}

/** A token is worth nothing from now on. */
export async function revokeToken(db: Db, id: string, now: Date): Promise<void> {
  await execute(db, "update api_token set revoked_at = coalesce(revoked_at, $2) where id = $1", [id, now]);
}
