import "server-only";
import Joi from "joi";
import { COULD_NOT_TELL, type Effect, type Procedure } from "@/core/diagnosis";
import { explainJudgement, judge, type JudgeContext, type Judgement, type Reading } from "@/core/measure";
import type { TestBody, TestReading } from "@/core/trail";
import { readProcedure } from "@/server/db/book";
import { insertTestFact } from "@/server/db/facts";
import { jobChange, key, line, minutes, optionalText, quantity, reading } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { refuseInput, refuse } from "./refusal";
import { correctsInput, effectsInput } from "./record-inputs";

interface TestInput extends JobChange {
  readonly procedure: string | null;
  readonly title: string | null;
  readonly outcome: string;
  readonly effects: readonly Effect[];
  readonly readings: readonly TestReading[];
  readonly context: JudgeContext | null;
  readonly minutes: number;
  readonly note: string;
}

/**
 * Records a test. One from a procedure takes its title, outcomes and effects from the book, and its reading is judged against
 * the spec here, whatever the screen showed; one without says itself what it means for which suspect.
 */
export const recordTest: Command<TestInput, JobAnswer> = {
  name: "record-test",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    procedure: key().allow(null).default(null),
    title: line(160).allow(null, "").empty("").default(null),
    outcome: line(160).required(),
    effects: effectsInput().default([]),
    readings: Joi.array()
      .max(40)
      .items(Joi.object({ label: line(80).allow("").default(""), reading: reading().required() }))
      .default([]),
    context: Joi.object({ temperature: quantity().allow(null), supply: quantity().allow(null) })
      .allow(null)
      .default(null),
    minutes: minutes().required(),
    note: optionalText(2000),
  }),
  run: (context, input) =>
    changeJob(context, input, async (job) => {
      const { body, access } =
        input.procedure === null ? freeTest(input) : await procedureTest(context, input, input.procedure);
      const test = { ...body, minutes: input.minutes, access };
      return { body, minutes: input.minutes, apply: (seq) => insertTestFact(context.db, job.id, seq, test) };
    }),
};

interface TestMade {
  readonly body: TestBody;
  readonly access: string | null;
}

function freeTest({ title, outcome, effects, readings, note }: TestInput): TestMade {
  if (!title) return refuseInput("title", "say what was tested");
  const none = { procedure: null, verdict: null, verdictText: null };
  return {
    body: { kind: "test", ...none, title, outcome, outcomeLabel: outcome, effects, readings, note },
    access: null,
  };
}

async function procedureTest({ db }: CommandContext, input: TestInput, wanted: string): Promise<TestMade> {
  const procedure = await readProcedure(db, wanted);
  if (!procedure) return refuse({ code: "not-found", what: "procedure" });
  const { outcome, readings, note } = input;
  const named = procedure.outcomes.find(({ key }) => key === outcome);
  if (!named && outcome !== COULD_NOT_TELL) return refuseInput("outcome", "is no outcome of this procedure");
  const judgement = judgeFirst(procedure, readings[0]?.reading ?? null, input.context);
  const body: TestBody = {
    kind: "test",
    procedure: procedure.key,
    title: procedure.title,
    outcome,
    outcomeLabel: named?.label ?? "Could not tell",
    readings,
    verdict: judgement?.verdict ?? null,
    verdictText: judgement ? explainJudgement(judgement, procedure.spec).replace(/\.$/, "") : null,
    effects: named?.effects ?? [],
    note,
  };
  return { body, access: procedure.access };
}

function judgeFirst(procedure: Procedure, first: Reading | null, context: JudgeContext | null): Judgement | null {
  if (!procedure.spec || !first) return null;
  const result = judge({ spec: procedure.spec, reading: first, context });
  if (result.ok) return result.judgement;
  const [problem] = result.problems;
  return refuseInput(
    (problem?.path ?? "reading").replace(/^reading/, "readings[0].reading"),
    problem?.message ?? "cannot be judged",
  );
}
