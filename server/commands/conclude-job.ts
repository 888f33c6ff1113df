import "server-only";
import Joi from "joi";
import { subMonths } from "date-fns";
import { LEVELS, obstacleText, PROOF_WORDS, type Levels } from "@/core/entries";
import { isMetOnADrive } from "@/core/book";
import { exhaustive } from "@/core/exhaustive";
import { asPersonId } from "@/core/ids";
import {
  FINDINGS,
  LEFT_STATES,
  missingProof,
  obstaclesOf,
  REASON_STATES,
  rungOfJob,
  SIGNABLE,
  type FindingResult,
  type FoundCause,
  type JobFacts,
  type LeftOver,
  type ObstacleKind,
  type SignableKind,
} from "@/core/job";
import { PROOF_STEPS, type ProofResult, type ProofStep } from "@/core/proof";
import { lowerFirst, type Labels } from "@/core/words";
import { loadLabels } from "@/server/book/load";
import { causesAskingReason, ensureCause, readConditionTopics } from "@/server/db/book";
import type { Db } from "@/server/db/pool";
import type { JobRow } from "@/server/db/jobs";
import { findPersonSecret } from "@/server/db/people";
import { day, jobChange, key, line, minutes, optionalLine, optionalText, text, uuid } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { refuse, refuseInput } from "./refusal";
import { correctsInput, placeInput } from "./record-inputs";

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
  }),
  run: (context, input) =>
    changeJob(context, input, async (_, facts) => {
      const { step, result, note, conditions, notHad, km, cleanTries, levels } = input;
      await requireEvidence(context, input, facts);
      const drive = step === "road-test" ? { conditions, notHad, km, cleanTries, levels } : {};
      return { body: { kind: "proof", step, result, note, ...drive }, minutes: input.minutes };
    }),
};

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
      const told = [...new Set(facts.symptoms.flatMap((symptom) => symptom.conditions))].filter((each) =>
        drivable.has(each),
      );
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

interface FindingInput extends JobChange {
  readonly result: FindingResult;
  readonly causes: readonly FoundCause[];
  readonly left: readonly LeftOver[];
  readonly why: string;
  readonly tellCustomer: string | null;
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
      .unique((a, b) => a.component === b.component && a.failure === b.failure && a.place === b.place)
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
      .unique((a, b) => a.kind === b.kind && a.key === b.key)
      .default([]),
    why: optionalText(2000),
    tellCustomer: text(1000).allow(null, "").empty("").default(null),
  }),
  run: (context, input) =>
    changeJob(context, input, async (job, facts) => {
      const { result, causes, why, tellCustomer, left } = input;
      if (result === "root-cause" && !causes.length) refuseInput("causes", "name the cause");
      requireSaid(input, facts);
      await requireReasons(context, job, causes);
      for (const cause of causes) await ensureCause(context.db, cause, context.actor.personId, context.now);
      return { body: { kind: "finding", result, causes, why, tellCustomer, left } };
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

interface CloseInput extends JobChange {
  readonly reason: string;
  /** Why a bypass stays in place: signed by a lead, apart from any other reason. */
  readonly bypassReason: string | null;
  /** What a lead signs for, each by itself. */
  readonly signed: readonly { readonly for: SignableKind; readonly reason: string }[];
  /** The day on which somebody asks whether it held. */
  readonly askOn: string | null;
}

/** Closes a job with a finding. What is missing is signed for by a lead, each by itself; some things nobody gets over. */
export const closeJob: Command<CloseInput, JobAnswer> = {
  name: "close-job",
  right: "job.close",
  input: Joi.object({
    ...jobChange,
    reason: optionalText(1000),
    bypassReason: optionalLine(400),
    signed: Joi.array()
      .max(SIGNABLE.length)
      .items(
        Joi.object({
          for: Joi.string()
            .valid(...SIGNABLE)
            .required(),
          reason: line(400).required(),
        }),
      )
      .unique("for")
      .default([]),
    askOn: day().allow(null).default(null),
  }),
  run: (context, input) =>
    changeJob(context, input, async (_, facts) => {
      const { reason, bypassReason, askOn } = input;
      const kinds = new Set<string>(obstaclesOf(facts).map(({ kind }) => kind));
      if (bypassReason && !kinds.has("bypass")) refuseInput("bypassReason", "no bypass is in place");
      // What there is nothing to sign for is not signed.
      const signed = signaturesOf(input).filter((each) => kinds.has(each.for));
      requireClosable(context, facts, { reason, signed, labels: await loadLabels(context.db) });
      // A bypass is named apart, as it always was.
      const others = signed.filter((each) => each.for !== "bypass" || !bypassReason);
      return { body: { kind: "closed", rung: rungOfJob(facts), reason, bypassReason, signed: others, askOn } };
    }),
};

/** `bypassReason` signs for the bypass. */
function signaturesOf({ signed, bypassReason }: CloseInput): CloseInput["signed"] {
  if (!bypassReason || signed.some((each) => each.for === "bypass")) return signed;
  return [...signed, { for: "bypass", reason: bypassReason }];
}

/** The place that a refusal names. */
const OBSTACLE_PATHS: Readonly<Record<ObstacleKind, string>> = {
  "no-finding": "finding",
  "untried-part": "parts",
  "came-back": "finding",
  "got-home": "finding",
  proof: "proof",
  bypass: "bypasses",
  "second-look": "secondLook",
  "left-over": "left",
};

interface Closing extends Pick<CloseInput, "reason" | "signed"> {
  readonly labels: Labels;
}

function requireClosable({ actor }: CommandContext, facts: JobFacts, { reason, signed, labels }: Closing): void {
  for (const obstacle of obstaclesOf(facts)) {
    const path = obstacle.kind === "bypass" && actor.role === "lead" ? "bypassReason" : OBSTACLE_PATHS[obstacle.kind];
    const message = obstacleText(obstacle, labels);
    const signable = SIGNABLE.find((kind) => kind === obstacle.kind);
    if (!signable) refuseInput(path, message);
    else if (actor.role !== "lead") refuseInput(path, `${message}; or a lead signs why it is closed all the same`);
    else if (!signed.some((each) => each.for === signable))
      refuseInput(path, `${message}. Or sign why it is closed all the same`);
  }
  const missing = facts.finding?.result === "root-cause" ? missingProof(facts) : [];
  if (missing.length && !reason && !signed.some((each) => each.for === "proof"))
    refuseInput(
      "reason",
      `still to be proved: ${missing.map((step) => lowerFirst(PROOF_WORDS[step])).join(", ")}. Say why it is closed all the same`,
    );
}

export const reopenJob: Command<JobChange & { readonly reason: string }, JobAnswer> = {
  name: "reopen-job",
  right: "job.reopen",
  input: Joi.object({ ...jobChange, reason: text(1000).required() }),
  run: (context, input) =>
    changeJob(context, input, (_, facts) => {
      if (!facts.closed) refuse({ code: "conflict", message: "This job is open already." });
      return { body: { kind: "reopened", reason: input.reason } };
    }),
};

interface HandOverInput extends JobChange {
  readonly to: string;
  readonly note: string;
}

export const handOver: Command<HandOverInput, JobAnswer> = {
  name: "hand-over",
  right: "job.assign",
  input: Joi.object({ ...jobChange, to: uuid().required(), note: optionalText(1000) }),
  run: (context, input) =>
    changeJob(context, input, async () => {
      const id = asPersonId(input.to);
      const person = id && (await findPersonSecret(context.db, id));
      if (!person?.active || person.siteId !== context.site.id) return refuseInput("to", "is nobody of this shop");
      return { body: { kind: "handed", to: person.name, toId: person.id, note: input.note } };
    }),
};
