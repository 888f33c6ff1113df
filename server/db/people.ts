import "server-only";
import type { PersonId, SiteId } from "@/core/ids";
import type { Role } from "@/server/auth/rights";
import type { Db } from "./pool";
import { execute, many, maybeOne, one } from "./rows";

export interface Person {
  readonly id: PersonId;
  readonly siteId: SiteId;
  readonly name: string;
  readonly role: Role;
  readonly active: boolean;
}

export interface PersonSecret extends Person {
  readonly salt: Buffer;
  readonly hash: Buffer;
}

const COLUMNS = `id, site_id as "siteId", name, role, active`;

/** Somebody by the name they sign in with, whatever its capitals. */
export async function findPersonByName(db: Db, name: string): Promise<PersonSecret | null> {
  return maybeOne<PersonSecret>(
    db,
    `select ${COLUMNS}, passphrase_salt as salt, passphrase_hash as hash
     from person
     where kind = 'person' and lower(name) = lower($1)`,
    [name],
  );
}

/** What somebody's passphrase is checked against. */
export async function findPersonSecret(db: Db, id: PersonId): Promise<PersonSecret | null> {
  return maybeOne<PersonSecret>(
    db,
    `select ${COLUMNS}, passphrase_salt as salt, passphrase_hash as hash
     from person
     where kind = 'person' and id = $1`,
    [id],
  );
}

/** Somebody of the shop. @throws Error where there is no such person */
export async function readPerson(db: Db, id: PersonId): Promise<Person> {
  return one<Person>(db, `select ${COLUMNS} from person where id = $1`, [id]);
}

/** The team, also who has left it. */
export async function listPeople(db: Db, siteId: SiteId): Promise<Person[]> {
  return many<Person>(
    db,
    `select ${COLUMNS} from person where kind = 'person' and site_id = $1 order by not active, lower(name)`,
    [siteId],
  );
}

/** Whether anybody can sign in: before that the first visitor sets the shop up. */
export async function anyPerson(db: Db): Promise<boolean> {
  const { found } = await one<{ found: boolean }>(
    db,
    "select exists (select from person where kind = 'person') as found",
  );
  return found;
}

/** The name under which a script of this name writes, made on first use; scripts have a lead's rights. */
export async function ensureScript(
  db: Db,
  script: { id: PersonId; siteId: SiteId; name: string; now: Date },
): Promise<PersonId> {
  const { id } = await one<{ id: PersonId }>(
    db,
    `insert into person (id, site_id, kind, name, role, created_at)
     values ($1, $2, 'script', $3, 'lead', $4)
     on conflict (kind, lower(name)) do update set name = excluded.name
     returning id`,
    [script.id, script.siteId, script.name, script.now],
  );
  return id;
}

export interface NewPerson extends PersonSecret {
  readonly createdAt: Date;
  readonly createdBy: PersonId | null;
}

/** Somebody new in the team. */
export async function insertPerson(db: Db, person: NewPerson): Promise<void> {
  await execute(
    db,
    `insert into person
       (id, site_id, name, role, active, passphrase_salt, passphrase_hash, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [
      person.id,
      person.siteId,
      person.name,
      person.role,
      person.active,
      person.salt,
      person.hash,
      person.createdAt,
      person.createdBy,
    ],
  );
}

/** Another role, or no longer in the team. */
export async function updatePerson(db: Db, id: PersonId, change: { role: Role; active: boolean }): Promise<number> {
  return execute(db, "update person set role = $2, active = $3 where id = $1", [id, change.role, change.active]);
}

/** Another passphrase, as its hash. */
export async function updatePassphrase(db: Db, id: PersonId, secret: { salt: Buffer; hash: Buffer }): Promise<number> {
  return execute(db, "update person set passphrase_salt = $2, passphrase_hash = $3 where id = $1", [
    id,
    secret.salt,
    secret.hash,
  ]);
}

/** How many leads could still sign in, were this one gone. */
export async function otherActiveLeads(db: Db, siteId: SiteId, id: PersonId): Promise<number> {
  const { count } = await one<{ count: number }>(
    db,
    "select count(*) as count from person where kind = 'person' and role = 'lead' and active and site_id = $1 and id <> $2",
    [siteId, id],
  );
  return count;
}
