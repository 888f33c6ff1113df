import "server-only";
import type { PersonId, SiteId } from "@/core/ids";
import type { Role } from "@/server/auth/rights";
import type { Db } from "./pool";
import { execute, maybeOne } from "./rows";

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
