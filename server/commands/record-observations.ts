import "server-only";
import Joi from "joi";
import type { Cause } from "@/core/book";
import type { Symptom } from "@/core/case";
import { ensureCause } from "@/server/db/book";
import { jobChange, key, minutes, optionalText, seq, text } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command } from "./command";
import { correctsInput, symptomsInput } from "./record-inputs";

interface SymptomsInput extends JobChange {
  readonly symptoms: readonly Symptom[];
  readonly minutes: number;
}

/** Adds symptoms, or conditions to a symptom that is there. */
export const recordSymptoms: Command<SymptomsInput, JobAnswer> = {
  name: "record-symptoms",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    symptoms: symptomsInput().min(1).required(),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, () => ({
      body: { kind: "symptoms", symptoms: input.symptoms },
      minutes: input.minutes,
    })),
};

interface NoteInput extends JobChange {
  readonly text: string;
  readonly minutes: number;
}

export const recordNote: Command<NoteInput, JobAnswer> = {
  name: "record-note",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    text: text(4000).required(),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, () => ({
      body: { kind: "note", text: input.text },
      minutes: input.minutes,
    })),
};

interface SuspectInput extends JobChange {
  readonly cause: Cause;
  readonly why: string;
}

/** Names a suspect: weighed on this job from now on, and in the book where nobody had thought of it. */
export const nameSuspect: Command<SuspectInput, JobAnswer> = {
  name: "name-suspect",
  right: "book.extend",
  input: Joi.object({
    ...jobChange,
    cause: Joi.object({ component: key().required(), failure: key().required() }).required(),
    why: optionalText(1000),
  }),
  run: (context, input) =>
    changeJob(context, input, async () => {
      await ensureCause(context.db, input.cause, context.actor.personId, context.now);
      return { body: { kind: "suspect", cause: input.cause, why: input.why } };
    }),
};

interface WithdrawInput extends JobChange {
  readonly corrects: number;
  readonly reason: string;
}

/** Takes an entry back: it stays on the trail, struck, with the reason beside it; what it said no longer counts. */
export const withdrawEntry: Command<WithdrawInput, JobAnswer> = {
  name: "withdraw-entry",
  // What may be taken back by whom depends on its kind.
  right: "job.complaint",
  input: Joi.object({ ...jobChange, corrects: seq().required(), reason: text(400).required() }),
  run: (context, input) => changeJob(context, input, () => ({ body: { kind: "withdrawn", reason: input.reason } })),
};
