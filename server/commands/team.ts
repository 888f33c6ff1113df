import "server-only";
import { randomUUID } from "node:crypto";
import Joi from "joi";
import { asPersonId, type PersonId } from "@/core/ids";
import { hashPassphrase, passphraseFits, PASSPHRASE_LEAST, PASSPHRASE_MOST } from "@/server/auth/passphrase";
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
import { deleteSessionsOf } from "@/server/db/sessions";
import { line, uuid } from "@/server/input";
import type { Command, CommandContext } from "./command";
import { refuse, refuseInput } from "./refusal";

export const passphraseInput = () => Joi.string().min(PASSPHRASE_LEAST).max(PASSPHRASE_MOST);

interface AddPersonInput {
  readonly name: string;
  readonly role: Role;
  readonly passphrase: string;
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
  async run({ db, actor, site, now }, { name, role, passphrase }) {
    if (await findPersonByName(db, name)) refuseInput("name", "is taken");
    const id = randomUUID() as PersonId;
    const secret = await hashPassphrase(passphrase);
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
    const person = await colleague(context, input.personId);
    const leavesLead = person.role === "lead" && (input.role !== "lead" || !input.active);
    if (leavesLead && (await otherActiveLeads(context.db, person.id)) === 0)
      refuseInput("role", "the shop needs one lead at least");
    await updatePerson(context.db, person.id, { role: input.role, active: input.active });
    if (!input.active) await deleteSessionsOf(context.db, person.id);
    return { personId: person.id };
  },
};

/** A lead gives a new passphrase to somebody who forgot theirs; their sessions end. */
export const resetPassphrase: Command<
  { readonly personId: string; readonly passphrase: string },
  { readonly personId: PersonId }
> = {
  name: "reset-passphrase",
  right: "team.manage",
  secretInput: true,
  input: Joi.object({ personId: uuid().required(), passphrase: passphraseInput().required() }),
  async run(context, input) {
    const person = await colleague(context, input.personId);
    await updatePassphrase(context.db, person.id, await hashPassphrase(input.passphrase));
    await deleteSessionsOf(context.db, person.id);
    return { personId: person.id };
  },
};

export const changePassphrase: Command<{ readonly current: string; readonly passphrase: string }, null> = {
  name: "change-passphrase",
  right: "own.account",
  secretInput: true,
  input: Joi.object({
    current: Joi.string().max(PASSPHRASE_MOST).required(),
    passphrase: passphraseInput().required(),
  }),
  async run({ db, actor }, { current, passphrase }) {
    const person = await findPersonSecret(db, actor.personId);
    if (!(await passphraseFits(current, person))) refuseInput("current", "is not your passphrase");
    await updatePassphrase(db, actor.personId, await hashPassphrase(passphrase));
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

async function colleague({ db, site }: CommandContext, id: string): Promise<PersonSecret> {
  const personId = asPersonId(id);
  const person = personId && (await findPersonSecret(db, personId));
  if (!person || person.siteId !== site.id) return refuse({ code: "not-found", what: "person" });
  return person;
}
