import "server-only";
import Joi from "joi";
import { jobChange, line, minutes, seq } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command } from "./command";
import { correctsInput } from "./record-inputs";
import { refuseInput } from "./refusal";

/** What fires to protect people. */
const RESTRAINTS = /\b(air ?bags?|restraints?|belt tensioners?|pre-?tensioners?|squibs?|clock ?springs?)\b/i;
const NOT_BRIDGED =
  "restraint systems are never bridged: they may fire, or not fire when they have to. Disconnect the battery, wait, and follow the maker’s procedure";

type BypassInput = JobChange & { readonly what: string; readonly minutes: number };

/** Notes that something is bridged for diagnosis: the job cannot be handed over before it is out. */
export const recordBypass: Command<BypassInput, JobAnswer> = {
  name: "record-bypass",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    what: line(300).required(),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, () => {
      if (RESTRAINTS.test(input.what)) refuseInput("what", NOT_BRIDGED);
      return { body: { kind: "bypass", what: input.what }, minutes: input.minutes };
    }),
};

type RemovedInput = JobChange & { readonly bypassSeq: number; readonly minutes: number };

/** Says that a bypass is out again. */
export const recordBypassRemoved: Command<RemovedInput, JobAnswer> = {
  name: "record-bypass-removed",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    bypassSeq: seq().required(),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, (_, { bypasses = [] }) => {
      const bypass = bypasses.find(({ seq, removed }) => seq === input.bypassSeq && !removed);
      if (!bypass) return refuseInput("bypassSeq", "is no bypass that is still in place");
      return {
        body: { kind: "bypass-removed", bypassSeq: bypass.seq, what: bypass.what },
        minutes: input.minutes,
      };
    }),
};
