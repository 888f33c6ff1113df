import "server-only";
import Joi from "joi";
import type { PersonId } from "@/core/ids";
import {
  addGeneralCauses,
  addGeneralLinks,
  addGeneralProcedures,
  addGeneralWords,
  countGeneral,
  keysOf,
  removeGeneral,
} from "@/server/db/starter";
import type { Db } from "@/server/db/pool";
import { addOtherWords } from "@/server/db/words";
import { OTHER_WORDS, STARTER_CHECKS, STARTER_LINKS, STARTER_PARTS, STARTER_SYMPTOMS } from "@/starter";
import type { Command } from "./command";

/** Ways of failing that general practice names beside those every shop begins with. */
const FAILURES = [{ key: "low-level", label: "Level too low" }];

/** What people also say for the symptoms that are there. */
export async function takeOtherWords(db: Db, by: PersonId, now: Date): Promise<void> {
  const words = Object.entries(OTHER_WORDS).flatMap(([key, texts]) => texts.map((text) => ({ key, text })));
  await addOtherWords(db, words, { id: by, at: now });
}

/** Takes general practice over into the book, as far as the shop's own words leave room for it. */
export async function takeStarterBook(db: Db, by: PersonId, now: Date): Promise<void> {
  const components = STARTER_PARTS.map(({ key, label, system, needs = {} }) => ({ key, label, system, needs }));
  await addGeneralWords(db, { symptoms: STARTER_SYMPTOMS, components, failures: FAILURES });
  const [parts, symptoms, failures] = [
    await keysOf(db, "component"),
    await keysOf(db, "symptom"),
    await keysOf(db, "failure"),
  ];
  await addGeneralCauses(
    db,
    STARTER_PARTS.filter(({ key, failure }) => parts.has(key) && failures.has(failure)).map(({ key, failure }) => ({
      component: key,
      failure,
    })),
    now,
  );
  await addGeneralLinks(
    db,
    STARTER_LINKS.filter(({ symptom, component }) => symptoms.has(symptom) && parts.has(component)),
  );
  const checks = STARTER_CHECKS.map((procedure) => ({
    ...procedure,
    general: true,
    component: procedure.component !== null && parts.has(procedure.component) ? procedure.component : null,
    outcomes: procedure.outcomes.map((outcome) => ({
      ...outcome,
      effects: outcome.effects.filter(({ component }) => parts.has(component)),
    })),
  }));
  await addGeneralProcedures(db, checks, by, now);
  await takeOtherWords(db, by, now);
}

interface Taken {
  readonly procedures: number;
  readonly links: number;
}

export const takeGeneralPractice: Command<object, Taken> = {
  name: "take-general-practice",
  right: "book.edit",
  input: Joi.object({}),
  async run({ db, actor, now }) {
    await takeStarterBook(db, actor.personId, now);
    return countGeneral(db);
  },
};

export const removeGeneralPractice: Command<object, Taken> = {
  name: "remove-general-practice",
  right: "book.edit",
  input: Joi.object({}),
  async run({ db }) {
    await removeGeneral(db);
    return countGeneral(db);
  },
};
