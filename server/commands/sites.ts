import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import type { PersonId, SiteId } from "@/core/ids";
import { passphraseInput } from "@/server/auth/passphrase";
import { siteChangeInput, siteInput, type SiteChange } from "@/server/auth/site-input";
import { findPersonByName, insertPerson } from "@/server/db/people";
import { insertSite, updateSite, type Site } from "@/server/db/sites";
import { line } from "@/server/input";
import type { Command } from "./command";
import { keptSecret, secretOf, type KeptPassphrase } from "./passphrases";
import { refuseInput } from "./refusal";

interface AddSiteInput extends KeptPassphrase {
  readonly site: Omit<Site, "id">;
  /** Its first lead, who adds the others. */
  readonly name: string;
}

/** Another site of the shop: people, jobs and vehicles of its own, and the same book. */
export const addSite: Command<AddSiteInput, { readonly siteId: SiteId; readonly personId: PersonId }> = {
  name: "add-site",
  right: "team.manage",
  secretInput: true,
  input: Joi.object({
    site: siteInput().required(),
    name: line(80).required(),
    passphrase: passphraseInput().required(),
  }),
  prepare: (_, input) => keptSecret(input),
  async run({ db, actor, now }, input) {
    const { site, name } = input;
    if (await findPersonByName(db, name)) refuseInput("name", "is taken");
    const [siteId, personId] = [randomUUID() as SiteId, randomUUID() as PersonId];
    await insertSite(db, { ...site, id: siteId }, now);
    const lead = { id: personId, siteId, name, role: "lead", active: true } as const;
    await insertPerson(db, { ...lead, ...secretOf(input), createdAt: now, createdBy: actor.personId });
    return { siteId, personId };
  },
};

/** The site's name, its time zone, what an hour costs, and its units. */
export const changeSite: Command<SiteChange, null> = {
  name: "change-site",
  right: "team.manage",
  input: siteChangeInput(),
  async run({ db, site }, change) {
    await updateSite(db, { ...site, ...change });
    return null;
  },
};
