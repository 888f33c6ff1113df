import "server-only";
import Joi from "joi";
import { CONFIRMATIONS, type Confirmation, type Watch } from "@/core/job";
import { shopDay } from "@/server/shop-day";
import { day, jobChange, key, line, minutes, optionalText, text } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command } from "./command";
import { refuseInput } from "./refusal";
import { correctsInput } from "./record-inputs";

type ConfirmInput = JobChange & Confirmation & { readonly minutes: number; readonly note: string };

/** Whether the complaint shows itself: so many times in so many tries, and under which conditions. */
export const confirmComplaint: Command<ConfirmInput, JobAnswer> = {
  name: "confirm-complaint",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    result: Joi.string()
      .valid(...CONFIRMATIONS)
      .required(),
    times: Joi.number().integer().min(0).max(1000).allow(null).default(null),
    tries: Joi.number().integer().min(1).max(1000).allow(null).default(null),
    conditions: Joi.array().max(30).items(key()).unique().default([]),
    minutes: minutes().default(0),
    note: optionalText(2000),
  }),
  run: (context, input) =>
    changeJob(context, input, () => {
      const { result, times, tries, conditions, note } = input;
      if ((times === null) !== (tries === null)) refuseInput(times === null ? "times" : "tries", "is needed as well");
      if (times !== null && tries !== null && times > tries) refuseInput("times", "is more than the tries");
      if (result === "not-reproduced" && times) refuseInput("times", "must be 0 where it did not show itself");
      return { body: { kind: "confirmed", result, times, tries, conditions, note }, minutes: input.minutes };
    }),
};

type WatchInput = JobChange & Watch;

/** A plan for catching what could not be reproduced: a job that waits for something, not a dead one. */
export const planWatch: Command<WatchInput, JobAnswer> = {
  name: "plan-watch",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    what: text(2000).required(),
    who: line(80).required(),
    until: day().required(),
  }),
  run: (context, input) =>
    changeJob(context, input, () => {
      const watch = { what: input.what, who: input.who, until: input.until };
      if (watch.until < shopDay(context.site, context.now)) refuseInput("until", "is past");
      return { body: { kind: "watch", ...watch } };
    }),
};
