import "server-only";
import Joi from "joi";
import { isMetOnADrive } from "@/core/book";
import { LEVELS, type Levels } from "@/core/entries";
import { exhaustive } from "@/core/exhaustive";
import { conditionsToMeet, openWaits, type JobFacts } from "@/core/job";
import { PROOF_STEPS, type ProofResult, type ProofStep } from "@/core/proof";
import { lowerFirst, type Labels } from "@/core/words";
import { loadLabels } from "@/server/book/load";
import { readConditionTopics } from "@/server/db/book";
import type { Db } from "@/server/db/pool";
import { jobChange, key, line, minutes, optionalText } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { refuse, refuseInput } from "./refusal";
import { correctsInput } from "./record-inputs";

interface ProofInput extends JobChange {
  readonly step: ProofStep;
  readonly result: ProofResult;
  readonly minutes: number;
  readonly note: string;
  readonly conditions: readonly string[];
  readonly notHad: readonly string[];
  readonly km: number | null;
  readonly cleanTries: number | null;
  readonly levels: Levels | null;
  readonly waited: readonly string[];
}

/**
 * A step of proof. It may also be taken on a closed job: a follow-up, or the fault that came back. The same test and clear codes are not anybody's
 * word: the test is run again, the codes are cleared and read again, and that is the proof (`proofOfCure`).
 */
export const recordProof: Command<ProofInput, JobAnswer> = {
  name: "record-proof",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    step: Joi.string()
      .valid(...PROOF_STEPS)
      .required(),
    result: Joi.string().valid("held", "came-back").required(),
    minutes: minutes().default(0),
    note: optionalText(2000),
    conditions: Joi.array().max(30).items(key()).unique().default([]),
    notHad: Joi.array().max(30).items(key()).unique().default([]),
    km: Joi.number().min(0).max(10_000).allow(null).default(null),
    cleanTries: Joi.number().integer().min(0).max(10_000).allow(null).default(null),
    levels: Joi.string()
      .valid(...LEVELS)
      .allow(null)
      .default(null),
    waited: Joi.array().max(30).items(line(120)).unique().default([]),
  }),
  run: (context, input) =>
    changeJob(context, input, async (_, facts) => {
      const { step, result, note, conditions, notHad, km, cleanTries, levels, waited } = input;
      requireWaited(input, facts);
      await requireEvidence(context, input, facts);
      const drive = step === "road-test" ? { conditions, notHad, km, cleanTries, levels } : {};
      return {
        body: { kind: "proof", step, result, note, ...drive, ...(waited.length ? { waited } : {}) },
        minutes: input.minutes,
      };
    }),
};

type AnswerInput = JobChange & Pick<ProofInput, "result" | "note">;

/** What the customer says when somebody asks whether it held: the desk may note that as well. */
export const answerFollowUp: Command<AnswerInput, JobAnswer> = {
  name: "answer-follow-up",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    result: Joi.string().valid("held", "came-back").required(),
    note: optionalText(2000),
  }),
  run: (context, input) =>
    changeJob(context, input, (_, { closed }) => {
      const { result, note } = input;
      if (!closed) refuse({ code: "conflict", message: "The job is still open: prove it there." });
      return { body: { kind: "proof", step: "follow-up", result, note }, minutes: 0 };
    }),
};

/** What the system needs time for comes before the try: without it, that nothing showed proves nothing. */
function requireWaited({ step, result, waited }: ProofInput, { parts }: JobFacts): void {
  const waits = openWaits(parts);
  const stray = waited.findIndex((each) => !waits.includes(each));
  if (stray >= 0) refuseInput(`waited[${stray}]`, "is no wait that is still open on this job");
  const left = waits.filter((each) => !waited.includes(each));
  if (left.length && result === "held" && (step === "bench" || step === "road-test"))
    refuseInput("waited", `the system needs this first: ${left.join(", ")}`);
}

/** What holds has to have been shown by what that step is. */
async function requireEvidence({ db }: CommandContext, input: ProofInput, facts: JobFacts): Promise<void> {
  const { step, result, note, conditions, notHad } = input;
  if (result !== "held") return;
  switch (step) {
    case "same-test":
      return refuseInput("step", "is proved by the test itself: run it again after the repair");
    case "codes-stay-clear":
      return refuseInput("step", "is proved by clearing the codes and reading the modules again");
    case "bench":
      if (!note) refuseInput("note", "say what was tried before closing up");
      return;
    case "road-test": {
      const drivable = await drivableConditions(db);
      const told = conditionsToMeet(facts).filter((each) => drivable.has(each));
      const silent = told.filter((each) => !conditions.includes(each) && !notHad.includes(each));
      if (silent.length)
        refuseInput(
          "conditions",
          `say of each whether it was met or could not be had: ${named(silent, await loadLabels(db))}`,
        );
      if (told.length && told.every((each) => notHad.includes(each)))
        refuseInput("notHad", "none of the complaint’s conditions was met: such a drive proves nothing");
      return;
    }
    case "follow-up":
      return;
    default:
      return exhaustive(step, "requireEvidence");
  }
}

/** Conditions that a drive can meet. */
async function drivableConditions(db: Db): Promise<ReadonlySet<string>> {
  const topics = await readConditionTopics(db);
  return new Set([...topics].flatMap(([key, topic]) => (isMetOnADrive(topic) ? key : [])));
}

const named = (conditions: readonly string[], labels: Labels) =>
  conditions.map((each) => lowerFirst(labels.condition(each))).join(", ");
