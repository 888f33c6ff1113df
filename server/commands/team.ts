import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import { asPersonId, type PersonId } from "@/core/ids";
import { countAttempt, countedGuess, forgetAttempts, liftWaits, waitText } from "@/server/auth/limits";
import { passphraseFits, passphraseInput, PASSPHRASE_MOST } from "@/server/auth/passphrase";
import { ROLES, type Role } from "@/server/auth/rights";
import {
  findPersonByName,
  findPersonSecret,
  insertPerson,
  otherActiveLeads,
  updatePassphrase,
  updatePerson,
  type PersonSecret,
} from "@/server/db/people";
import { forgetDevicesOf } from "@/server/db/devices";
import { pool } from "@/server/db/pool";
import { deleteSessionsOf } from "@/server/db/sessions";
import { lockSite } from "@/server/db/sites";
import { findTokenOfSite, revokeToken } from "@/server/db/tokens";
import { line, uuid } from "@/server/input";
import type { Command, CommandContext } from "./command";
import { keptSecret, secretOf, type KeptPassphrase } from "./passphrases";
import { refuse, refuseInput } from "./refusal";

interface AddPersonInput extends KeptPassphrase {
  readonly name: string;
  readonly role: Role;
}

export const addPerson: Command<AddPersonInput, { readonly personId: PersonId }> = {
  name: "add-person",
  right: "team.manage",
  secretInput: true,
  input: Joi.object({
    name: line(80).required(),
    role: Joi.string()
      .valid(...ROLES)
      .required(),
    passphrase: passphraseInput().required(),
  }),
  prepare: (_, input) => keptSecret(input),
  async run({ db, actor, site, now }, input) {
    const { name, role } = input;
    if (await findPersonByName(db, name)) refuseInput("name", "is taken");
    const id = randomUUID() as PersonId;
    const secret = secretOf(input);
    await insertPerson(db, {
      id,
      siteId: site.id,
      name,
      role,
      active: true,
      ...secret,
      createdAt: now,
      createdBy: actor.personId,
    });
    return { personId: id };
  },
};

interface ChangePersonInput {
  readonly personId: string;
  readonly role: Role;
  readonly active: boolean;
}

/** Role and access; the last lead can neither leave nor step down, or nobody could manage the shop. */
export const changePerson: Command<ChangePersonInput, { readonly personId: PersonId }> = {
  name: "change-person",
  right: "team.manage",
  input: Joi.object({
    personId: uuid().required(),
    role: Joi.string()
      .valid(...ROLES)
      .required(),
    active: Joi.boolean().required(),
  }),
  async run(context, input) {
    // One change of the team at a time: two leads who step down at once would each see the other.
    await lockSite(context.db, context.site.id);
    const person = await colleague(context, input.personId);
    const leavesLead = person.role === "lead" && (input.role !== "lead" || !input.active);
    if (leavesLead && (await otherActiveLeads(context.db, context.site.id, person.id)) === 0)
      refuseInput("role", "the site needs one lead at least");
    await updatePerson(context.db, person.id, { role: input.role, active: input.active });
    if (!input.active) await deleteSessionsOf(context.db, person.id);
    return { personId: person.id };
  },
};

/** A lead gives a new passphrase to somebody who forgot theirs; their sessions and waits end. */
export const resetPassphrase: Command<KeptPassphrase & { readonly personId: string }, { readonly personId: PersonId }> =
  {
    name: "reset-passphrase",
    right: "team.manage",
    secretInput: true,
    input: Joi.object({ personId: uuid().required(), passphrase: passphraseInput().required() }),
    prepare: (_, input) => keptSecret(input),
    async run({ db, ...context }, input) {
      const person = await colleague({ db, ...context }, input.personId);
      await updatePassphrase(db, person.id, secretOf(input));
      await deleteSessionsOf(db, person.id);
      await forgetDevicesOf(db, person.id);
      await liftWaits(db, person);
      return { personId: person.id };
    },
  };

/** Everywhere else they are signed out: a passphrase is changed because somebody else may know it. */
export const changePassphrase: Command<KeptPassphrase & { readonly current: string }, null> = {
  name: "change-passphrase",
  right: "own.account",
  secretInput: true,
  input: Joi.object({
    current: Joi.string().max(PASSPHRASE_MOST).required(),
    passphrase: passphraseInput().required(),
  }),
  async prepare(actor, input) {
    const counted = countedGuess(actor.personId);
    const waitSeconds = await countAttempt(counted);
    if (waitSeconds > 0) refuseInput("current", `was wrong too often; wait ${waitText(waitSeconds)}`);
    const person = await findPersonSecret(pool(), actor.personId);
    if (!(await passphraseFits(input.current, person))) refuseInput("current", "is not your passphrase");
    await forgetAttempts(counted);
    return keptSecret(input);
  },
  async run({ db, actor }, input) {
    await updatePassphrase(db, actor.personId, secretOf(input));
    await deleteSessionsOf(db, actor.personId, actor.session ?? null);
    await forgetDevicesOf(db, actor.personId);
    return null;
  },
};

/** Ends every session of the person who asks, this one too. */
export const signOutEverywhere: Command<Record<string, never>, { readonly ended: number }> = {
  name: "sign-out-everywhere",
  right: "own.account",
  input: Joi.object({}),
  async run({ db, actor }) {
    return { ended: await deleteSessionsOf(db, actor.personId) };
  },
};

/** A script's token is taken away: what it writes from now on is refused. */
export const takeTokenAway: Command<{ readonly tokenId: string }, null> = {
  name: "revoke-token",
  right: "team.manage",
  input: Joi.object({ tokenId: uuid().required() }),
  async run({ db, site, now }, { tokenId }) {
    if (!(await findTokenOfSite(db, site.id, tokenId))) refuse({ code: "not-found", what: "token" });
    await revokeToken(db, tokenId, now);
    return null;
  },
};

async function colleague({ db, site }: CommandContext, id: string): Promise<PersonSecret> {
  const personId = asPersonId(id);
  const person = personId && (await findPersonSecret(db, personId));
  if (!person || person.siteId !== site.id) return refuse({ code: "not-found", what: "person" });
  return person;
}
