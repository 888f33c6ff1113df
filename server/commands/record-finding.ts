import "server-only";
import Joi from "joi";
import { subMonths } from "date-fns";
import {
  FINDINGS,
  LEFT_STATES,
  MISSING,
  REASON_STATES,
  type FindingResult,
  type FoundCause,
  type JobFacts,
  type LeftOver,
  type Missing,
} from "@/core/job";
import { causesAskingReason, ensureCause } from "@/server/db/book";
import type { JobRow } from "@/server/db/jobs";
import { jobChange, key, line, optionalLine, optionalText, text, sameIn } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { refuseInput } from "./refusal";
import { correctsInput, placeInput } from "./record-inputs";

interface FindingInput extends JobChange {
  readonly result: FindingResult;
  readonly causes: readonly FoundCause[];
  readonly left: readonly LeftOver[];
  readonly why: string;
  readonly tellCustomer: string | null;
  readonly missing: readonly Missing[];
  readonly takes: string | null;
}

/** Names the cause, or says that there is none, or that it was not found. */
export const recordFinding: Command<FindingInput, JobAnswer> = {
  name: "record-finding",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    result: Joi.string()
      .valid(...FINDINGS)
      .required(),
    causes: Joi.array()
      .max(5)
      .items(
        Joi.object({
          component: key().required(),
          failure: key().required(),
          place: placeInput(),
          reason: Joi.object({
            state: Joi.string()
              .valid(...REASON_STATES)
              .required(),
            text: optionalText(1000),
          })
            .allow(null)
            .default(null),
        }),
      )
      .unique(sameIn("component", "failure", "place"))
      .default([]),
    left: Joi.array()
      .max(60)
      .items(
        Joi.object({
          kind: Joi.string().valid("symptom", "code").required(),
          key: line(60).required(),
          state: Joi.string()
            .valid(...LEFT_STATES)
            .required(),
        }),
      )
      .unique(sameIn("kind", "key"))
      .default([]),
    why: optionalText(2000),
    tellCustomer: text(1000).allow(null, "").empty("").default(null),
    missing: Joi.array()
      .max(MISSING.length)
      .items(Joi.string().valid(...MISSING))
      .unique()
      .default([]),
    takes: optionalLine(80),
  }),
  run: (context, input) =>
    changeJob(context, input, async (job, facts) => {
      const { result, causes, why, tellCustomer, left } = input;
      const missing = result === "unresolved" ? input.missing : [];
      const takes = result === "unresolved" ? input.takes : null;
      if (result === "root-cause" && !causes.length) refuseInput("causes", "name the cause");
      requireSaid(input, facts);
      await requireReasons(context, job, causes);
      for (const cause of causes) await ensureCause(context.db, cause, context.actor.personId, context.now);
      return { body: { kind: "finding", result, causes, why, tellCustomer, left, missing, takes } };
    }),
};

/** What is left over stands on the job; and what is not solved, or no fault beside a code that stands, says what is known. */
function requireSaid({ result, left, why }: FindingInput, { symptoms, codes }: JobFacts): void {
  for (const [at, { kind, key: each }] of left.entries()) {
    const isOn =
      kind === "code" ? codes.some(({ code }) => code === each) : symptoms.some((symptom) => symptom.key === each);
    if (!isOn)
      refuseInput(`left[${at}].key`, kind === "code" ? "is no code of this job" : "is no complaint of this job");
  }
  if (why) return;
  if (result === "unresolved") refuseInput("why", "say what is known, and what is missing");
  const standing = codes.find(({ returned }) => returned !== "not");
  if (result === "no-fault-found" && standing) refuseInput("why", `${standing.code} stands: say why it is no fault`);
}

/** The same part again within so many months has failed for a reason of its own. */
const AGAIN_WITHIN_MONTHS = 24;

/** Where a part fails for a reason of its own, what made it fail is part of the finding: found, looked for, or not. */
async function requireReasons(
  { db, now }: CommandContext,
  { id, vehicleId }: JobRow,
  causes: readonly FoundCause[],
): Promise<void> {
  const unsaid = causes.flatMap((cause, at) => (cause.reason ? [] : [{ ...cause, at }]));
  if (!unsaid.length) return;
  const asking = await causesAskingReason(db, unsaid, {
    jobId: id,
    vehicleId,
    since: subMonths(now, AGAIN_WITHIN_MONTHS),
  });
  const first = unsaid.find(({ component, failure }) =>
    asking.some((each) => each.component === component && each.failure === failure),
  );
  if (first)
    refuseInput(
      `causes[${first.at}].reason`,
      "such a part hardly fails by itself: say what made it fail, or that it was not found",
    );
}
