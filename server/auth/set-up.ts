import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import type { PersonId, SiteId } from "@/core/ids";
import { STARTER_WORDS } from "@/server/book/starter-words";
import { takeOtherWords, takeStarterBook } from "@/server/commands/starter-book";
import { upsertVocabulary } from "@/server/db/book";
import { anyPerson, insertPerson } from "@/server/db/people";
import { inTransaction, type Db } from "@/server/db/pool";
import { firstSite, insertSite, updateSite, type Site } from "@/server/db/sites";
import { supplyNeeds } from "@/server/db/starter";
import { line } from "@/server/input";
import { hashPassphrase, passphraseInput } from "./passphrase";
import { startSession } from "./session";
import { siteInput } from "./site-input";
import { STARTER_PARTS } from "@/starter";

export interface SetUpInput {
  readonly shop: Omit<Site, "id">;
  readonly name: string;
  readonly passphrase: string;
  /** Whether the book begins with general practice. */
  readonly starterBook?: boolean;
}

export const setUpInput: Joi.ObjectSchema<SetUpInput> = Joi.object({
  shop: siteInput().required(),
  name: line(80).required(),
  passphrase: passphraseInput().required(),
  starterBook: Joi.boolean().default(false),
});

/** Any fixed number of our own: two first visitors queue up here. */
const LOCK = 4_310_002;

/**
 * Sets up the shop with its first lead, who is signed in at once.
 * @returns the session's token, or null where the shop was set up before
 */
export async function setUpShop(input: SetUpInput, now: Date): Promise<string | null> {
  const secret = await hashPassphrase(input.passphrase);
  return inTransaction(async (db) => {
    await db.query("select pg_advisory_xact_lock($1)", [LOCK]);
    if (await anyPerson(db)) return null;
    const personId = await createShop(db, input, { ...secret, now });
    return startSession(db, personId, now);
  });
}

async function createShop(
  db: Db,
  { shop, name, starterBook }: SetUpInput,
  made: { salt: Buffer; hash: Buffer; now: Date },
): Promise<PersonId> {
  const { salt, hash, now } = made;
  // A script may have been here first, with a shop that nobody has named yet.
  const unnamed = await firstSite(db);
  const site: Site = { ...shop, id: unnamed?.id ?? (randomUUID() as SiteId) };
  await (unnamed ? updateSite(db, site) : insertSite(db, site, now));
  const id = randomUUID() as PersonId;
  await insertPerson(db, {
    id,
    siteId: site.id,
    name,
    role: "lead",
    active: true,
    salt,
    hash,
    createdAt: now,
    createdBy: null,
  });
  await upsertVocabulary(db, STARTER_WORDS);
  // A spark coil sits on no diesel, whether a shop takes the starter book over or not.
  await supplyNeeds(db, STARTER_PARTS);
  await takeOtherWords(db, id, now);
  if (starterBook) await takeStarterBook(db, id, now);
  return id;
}
