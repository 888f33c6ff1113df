import "server-only";
import Joi from "joi";
import type { Applies, Cause, Pattern } from "@/core/book";
import { ensureCause } from "@/server/db/book";
import { dismissProposal, setPattern, patternExists, withdrawPattern } from "@/server/db/known-failures";
import { wordExists } from "@/server/db/words";
import { key, line, optionalText, text } from "@/server/input";
import type { Command } from "./command";
import { freeKey, keyOf } from "./free-key";
import { codeText } from "./record-inputs";
import { refuse, refuseInput } from "./refusal";

const list = () => Joi.array().max(40).items(line(60)).unique().default([]);

/** Which vehicles something is for; an empty list means any. */
const appliesInput = (): Joi.ObjectSchema<Applies> =>
  Joi.object({
    make: line(60).allow(null).default(null),
    models: list(),
    years: Joi.array().length(2).items(Joi.number().integer().min(1900).max(2100)).allow(null).default(null),
    engines: list(),
    transmissions: list(),
    markets: list(),
  });

type WriteInput = Omit<Pattern, "key" | "evidence" | "confirmBy"> & { readonly evidence: "hearsay" | "bulletin" };

/** Notes a known failure: how far it is to be believed is worked out from the jobs here, so that hearsay or a bulletin is all that can be said. */
export const writeKnownFailure: Command<WriteInput, { readonly key: string }> = {
  name: "write-known-failure",
  right: "book.edit",
  input: Joi.object({
    title: line(160).required(),
    component: key().required(),
    failure: key().required(),
    applies: appliesInput().required(),
    odometerKm: Joi.array().length(2).items(Joi.number().integer().min(0).max(5_000_000)).allow(null).default(null),
    evidence: Joi.string().valid("hearsay", "bulletin").default("hearsay"),
    symptoms: Joi.array().max(20).items(key()).unique().default([]),
    codes: Joi.array().max(40).items(codeText()).unique().default([]),
    note: optionalText(2000),
  }),
  async run({ db, actor, now }, input) {
    const { component, failure, applies, odometerKm } = input;
    if (!(await wordExists(db, "component", component))) refuseInput("component", "is no component of the book");
    if (!(await wordExists(db, "failure", failure))) refuseInput("failure", "is no failure of the book");
    for (const [at, symptom] of input.symptoms.entries())
      if (!(await wordExists(db, "symptom", symptom))) refuseInput(`symptoms[${at}]`, "is no symptom of the book");
    if (applies.years && applies.years[0] > applies.years[1]) refuseInput("applies.years", "ends before it begins");
    if (odometerKm && odometerKm[0] > odometerKm[1]) refuseInput("odometerKm", "ends before it begins");
    const made = await freeKey(keyOf(input.title), (candidate) => patternExists(db, candidate));
    await ensureCause(db, { component, failure }, actor.personId, now);
    await setPattern(db, { ...input, key: made, confirmBy: null }, actor.personId, now);
    return { key: made };
  },
};

/** Takes a known failure's word back, with the reason: it stays on record and speaks no more. */
export const withdrawKnownFailure: Command<{ readonly key: string; readonly reason: string }, null> = {
  name: "withdraw-known-failure",
  right: "book.edit",
  input: Joi.object({ key: key().required(), reason: text(400).required() }),
  async run({ db }, input) {
    if (!(await withdrawPattern(db, input.key, input.reason))) refuse({ code: "not-found", what: "known failure" });
    return null;
  },
};

interface DismissInput extends Cause {
  readonly applies: Applies;
  readonly jobs: number;
  readonly reason: string;
}

/** Says that what the jobs propose is none: it is not proposed again until new jobs come. */
export const dismissKnownFailure: Command<DismissInput, null> = {
  name: "dismiss-proposal",
  right: "book.edit",
  input: Joi.object({
    component: key().required(),
    failure: key().required(),
    applies: appliesInput().required(),
    jobs: Joi.number().integer().min(1).max(10_000_000).required(),
    reason: text(400).required(),
  }),
  async run({ db, actor, now }, { component, failure, applies, jobs, reason }) {
    await dismissProposal(db, { component, failure, applies, jobs, reason }, { id: actor.personId, at: now });
    return null;
  },
};
