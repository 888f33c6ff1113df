import "server-only";
import Joi from "joi";
import { may } from "@/server/auth/rights";
import { jobChange, validate } from "@/server/input";
import type { JobAnswer, JobChange } from "./change-job";
import type { AnyCommand, Command } from "./command";
import { confirmComplaint } from "./confirm-complaint";
import { recordOdometer } from "./odometer";
import { recordNote, recordSymptoms } from "./record-observations";
import { recordClear, recordScan } from "./record-scan";
import { refuse } from "./refusal";

interface Entry {
  readonly command: string;
  readonly input: Readonly<Record<string, unknown>>;
}

type EntriesInput = JobChange & { readonly entries: readonly Entry[] };

const RECORDABLE: readonly AnyCommand[] = [
  recordSymptoms,
  confirmComplaint,
  recordOdometer,
  recordScan,
  recordClear,
  recordNote,
];
const MOST_ENTRIES = 8;

/** Several entries of one line, in their order: all of them are recorded, or none. */
export const recordEntries: Command<EntriesInput, JobAnswer> = {
  name: "record-entries",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    entries: Joi.array()
      .items(
        Joi.object({
          command: Joi.string()
            .valid(...RECORDABLE.map(({ name }) => name))
            .required(),
          input: Joi.object().unknown().required(),
        }),
      )
      .min(1)
      .max(MOST_ENTRIES)
      .required(),
  }),
  async run(context, { jobId, version, entries }) {
    let answer: JobAnswer | null = null;
    for (const [at, { command: name, input }] of entries.entries()) {
      const command = RECORDABLE.find((each) => each.name === name);
      if (!command || !may(context.actor, command.right))
        return refuse({ code: "not-allowed", right: command?.right ?? name });
      const parsed = validate(command.input, { ...input, jobId, version: answer?.version ?? version });
      if (!parsed.ok) {
        const problems = parsed.problems.map(({ path, message }) => ({
          path: `entries[${at}].input.${path}`,
          message,
        }));
        return refuse({ code: "invalid", problems });
      }
      // The schema has just checked that the value is what this command takes, and all of them answer with the job's version.
      answer = (await command.run(context, parsed.value as never)) as JobAnswer;
    }
    if (!answer) throw new Error("record-entries: no entry passed the schema");
    return answer;
  },
};
