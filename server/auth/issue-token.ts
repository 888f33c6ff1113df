import "server-only";
import { randomUUID } from "node:crypto";
import type { PersonId, SiteId } from "@/core/ids";
import { ensureScript } from "@/server/db/people";
import { inTransaction, type Db } from "@/server/db/pool";
import { firstSite, insertSite, type Site } from "@/server/db/sites";
import { insertToken } from "@/server/db/tokens";
import { newSecretToken } from "./secret-token";

/** The shop before anybody has set it up, so that a script can fill the book first. */
const UNNAMED_SHOP: Omit<Site, "id"> = {
  name: "Workshop",
  timeZone: "UTC",
  currency: "EUR",
  ratePerHour: 90,
  unitSystem: "metric",
};

/** A fresh bearer token with full rights for a script of this name. Shown once; only its hash is kept. */
export async function issueToken(name: string, now: Date): Promise<string> {
  const { token, hash } = newSecretToken();
  await inTransaction(async (db) => {
    const site = (await firstSite(db)) ?? (await makeShop(db, now));
    const personId = await ensureScript(db, { id: randomUUID() as PersonId, siteId: site.id, name, now });
    await insertToken(db, { id: randomUUID(), name, personId, hash, now });
  });
  return token;
}

async function makeShop(db: Db, now: Date): Promise<Site> {
  const site = { ...UNNAMED_SHOP, id: randomUUID() as SiteId };
  await insertSite(db, site, now);
  return site;
}
