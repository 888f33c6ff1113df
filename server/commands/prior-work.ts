import "server-only";
import Joi from "joi";
import { RECENCIES, WORKERS, WORKS, type PriorWork } from "@/core/case";
import { jobChange, key, optionalLine, optionalText } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command } from "./command";
import { correctsInput } from "./record-inputs";

export type PriorWorkInput = Omit<PriorWork, "system"> & { readonly note: string; readonly maker?: string | null };

export const priorWorkInput = {
  component: key().required(),
  work: Joi.string()
    .valid(...WORKS)
    .required(),
  who: Joi.string()
    .valid(...WORKERS)
    .required(),
  recency: Joi.string()
    .valid(...RECENCIES)
    .required(),
  note: optionalText(1000),
  maker: optionalLine(80),
};

/** What was done to the vehicle before it came in, by whom and how long ago. */
export const recordPriorWork: Command<JobChange & PriorWorkInput, JobAnswer> = {
  name: "record-prior-work",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    ...priorWorkInput,
  }),
  run: (context, input) =>
    changeJob(context, input, () => {
      const { component, work, who, recency, note, maker = null } = input;
      return { body: { kind: "prior-work", component, work, who, recency, note, maker } };
    }),
};
