import "server-only";
import Joi from "joi";
import { recordOf } from "@/core/entries";
import { WAITING_FOR, type Waiting } from "@/core/job";
import { setAsksReason } from "@/server/db/book";
import { readEntries } from "@/server/db/trail";
import { wordExists } from "@/server/db/words";
import { day, jobChange, key, minutes, optionalText, text } from "@/server/input";
import { shopDay } from "@/server/shop-day";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command } from "./command";
import { correctsInput } from "./record-inputs";
import { refuseInput } from "./refusal";

interface WaitingInput extends JobChange {
  readonly for: Waiting["for"] | null;
  readonly what: string;
  readonly due: string | null;
}

/** The job waits: for what, and until when; or with null it goes on. */
export const recordWaiting: Command<WaitingInput, JobAnswer> = {
  name: "record-waiting",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    for: Joi.string()
      .valid(...WAITING_FOR)
      .allow(null)
      .required(),
    what: optionalText(400),
    due: day().allow(null, "").empty("").default(null),
  }),
  run: (context, input) =>
    changeJob(context, input, (_, { waiting }) => {
      const { for: whom, what, due } = input;
      if (whom === null && !waiting) refuseInput("for", "it waits for nothing");
      if (whom !== null && !what) refuseInput("what", "say for what it waits");
      if (due !== null && due < shopDay(context.site, context.now)) refuseInput("due", "is past");
      return { body: { kind: "waiting", for: whom, what, due: whom === null ? null : due } };
    }),
};

interface SecondLookInput extends JobChange {
  readonly what: string;
  readonly minutes: number;
}

/** A second person looks at safety work: not whoever did it. */
export const recordSecondLook: Command<SecondLookInput, JobAnswer> = {
  name: "record-second-look",
  right: "job.close",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    what: text(400).required(),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, async ({ id }) => {
      const trail = await readEntries(context.db, id);
      const { secondLooks } = recordOf(trail);
      const seen = Math.max(0, ...secondLooks.map(({ seq }) => seq));
      const ownWork = trail.some(
        ({ seq, byId, body }) => seq > seen && body.kind === "part" && byId === context.actor.personId,
      );
      if (ownWork) refuseInput("what", "you did the work yourself: somebody else looks at it");
      return { body: { kind: "second-look", what: input.what }, minutes: input.minutes };
    }),
};

/** Books, or moves, the day on which somebody asks whether a repair held. */
export const bookFollowUp: Command<JobChange & { readonly day: string; readonly note: string }, JobAnswer> = {
  name: "book-follow-up",
  right: "job.complaint",
  input: Joi.object({ ...jobChange, corrects: correctsInput(), day: day().required(), note: optionalText(400) }),
  run: (context, input) =>
    changeJob(context, input, (_, facts) => {
      if (!facts.closed) refuseInput("day", "the job is still open");
      if (input.day < shopDay(context.site, context.now)) refuseInput("day", "is past");
      return { body: { kind: "ask-after", day: input.day, note: input.note } };
    }),
};

interface AskInput {
  readonly kind: "component" | "failure";
  readonly key: string;
  readonly asks: boolean;
}

/** Whether what made it fail is asked where a finding names this component or failure. */
export const askReason: Command<AskInput, null> = {
  name: "ask-reason",
  right: "book.edit",
  input: Joi.object({
    kind: Joi.string().valid("component", "failure").required(),
    key: key().required(),
    asks: Joi.boolean().required(),
  }),
  async run({ db }, { kind, key: word, asks }) {
    if (!(await wordExists(db, kind, word))) refuseInput("key", "is no word of the book");
    await setAsksReason(db, kind, { key: word, asks });
    return null;
  },
};
