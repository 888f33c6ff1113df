import "server-only";
import Joi from "joi";
import { PART_RESULTS, type JobFacts, type PartResult } from "@/core/job";
import { NO_WORK, PART_SOURCES, type PartSource, type RepairWork } from "@/core/repair";
import type { Money } from "@/core/book";
import { jobChange, key, minutes, money, optionalLine, seq } from "@/server/input";
import type { Db } from "@/server/db/pool";
import { findRepairSheet, mixingRulesOf } from "@/server/db/repairs";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command } from "./command";
import { refuseInput } from "./refusal";
import { correctsInput, placeInput } from "./record-inputs";
import { workInput, type WorkInput } from "./repair-inputs";

interface PartInput extends JobChange {
  readonly component: string;
  readonly failure: string | null;
  readonly place: string | null;
  readonly partNumber: string | null;
  readonly source: PartSource;
  readonly maker: string | null;
  readonly cost: Money;
  readonly minutes: number;
  readonly result: PartResult | null;
  readonly getHome: boolean;
  readonly work: WorkInput | null;
}

/** A part fitted or repaired, with what it cost; its result may come later. */
export const recordPart: Command<PartInput, JobAnswer> = {
  name: "record-part",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    component: key().required(),
    failure: key().allow(null).default(null),
    place: placeInput(),
    partNumber: optionalLine(60),
    source: Joi.string()
      .valid(...PART_SOURCES)
      .default("new-maker"),
    maker: optionalLine(80),
    cost: money().required(),
    minutes: minutes().required(),
    result: Joi.string()
      .valid(...PART_RESULTS)
      .allow(null)
      .default(null),
    getHome: Joi.boolean().default(false),
    work: workInput().allow(null).default(null),
  }),
  run: (context, input) =>
    changeJob(context, input, async (_, facts) => {
      const { component, failure, place, partNumber, source, maker, cost, result, getHome } = input;
      if (input.work) requireOwnComplaints(facts, input.work.cures, "work.cures");
      const work = input.work
        ? { ...input.work, mixing: await mixingRulesOf(context.db, component) }
        : await workByTheBook(context.db, input);
      if (cost.currency !== context.site.currency)
        refuseInput("cost.currency", `the shop counts in ${context.site.currency}`);
      const body = {
        kind: "part" as const,
        component,
        failure,
        place,
        partNumber,
        source,
        maker,
        cost,
        result,
        getHome,
        work,
      };
      return { body, minutes: input.minutes };
    }),
};

/** Where nobody says how it was done, what the book puts beside such a repair is open. */
async function workByTheBook(db: Db, { component, failure, getHome }: PartInput): Promise<RepairWork | null> {
  const sheet = failure !== null && !getHome ? await findRepairSheet(db, { component, failure }) : null;
  if (!sheet?.companions.length) return null;
  const checkOffs = sheet.companions.map((companion) => ({ ...companion, done: false }));
  return { ...NO_WORK, checkOffs, mixing: await mixingRulesOf(db, component) };
}

interface PartResultInput extends JobChange {
  readonly partSeq: number;
  readonly result: PartResult;
  readonly cures: readonly string[] | null;
  readonly minutes: number;
}

/** What came of a part that had not been tried when it was fitted. */
export const recordPartResult: Command<PartResultInput, JobAnswer> = {
  name: "record-part-result",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    partSeq: seq().required(),
    result: Joi.string()
      .valid(...PART_RESULTS)
      .required(),
    cures: Joi.array().max(20).items(key()).unique().allow(null).default(null),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, (_, facts) => {
      const { partSeq, result, cures } = input;
      requireOwnComplaints(facts, cures, "cures");
      const part = facts.parts.find(({ seq }) => seq === partSeq);
      if (!part) return refuseInput("partSeq", "names no part of this job");
      return {
        body: {
          kind: "part-result",
          partSeq,
          component: part.component,
          result,
          cures,
          getHome: part.getHome === true,
        },
        minutes: input.minutes,
      };
    }),
};

/** What is said to be gone was complained of. */
function requireOwnComplaints({ symptoms }: JobFacts, cures: readonly string[] | null, path: string): void {
  const at = (cures ?? []).findIndex((each) => !symptoms.some(({ key: own }) => own === each));
  if (at >= 0) refuseInput(`${path}[${at}]`, "is no symptom of this job");
}
