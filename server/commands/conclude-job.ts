import "server-only";
import Joi from "joi";
import { obstacleText, PROOF_WORDS } from "@/core/entries";
import { asPersonId } from "@/core/ids";
import {
  missingProof,
  obstaclesOf,
  rungOfJob,
  SIGNABLE,
  type JobFacts,
  type ObstacleKind,
  type SignableKind,
} from "@/core/job";
import { lowerFirst, type Labels } from "@/core/words";
import { loadLabels } from "@/server/book/load";
import { findPersonSecret } from "@/server/db/people";
import { day, jobChange, line, optionalLine, optionalText, text, uuid } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { odometerInput } from "./odometer";
import { refuse, refuseInput } from "./refusal";

interface CloseInput extends JobChange {
  readonly reason: string;
  /** Why a bypass stays in place: signed by a lead, apart from any other reason. */
  readonly bypassReason: string | null;
  /** What a lead signs for, each by itself. */
  readonly signed: readonly { readonly for: SignableKind; readonly reason: string }[];
  /** The day on which somebody asks whether it held. */
  readonly askOn: string | null;
  /** The odometer, in km, at which somebody should look again. */
  readonly lookAgainKm: number | null;
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
    lookAgainKm: odometerInput().allow(null).default(null),
  }),
  run: (context, input) =>
    changeJob(context, input, async (_, facts) => {
      const { reason, bypassReason, askOn, lookAgainKm } = input;
      if (lookAgainKm !== null && facts.odometerKm !== null && lookAgainKm <= facts.odometerKm)
        refuseInput("lookAgainKm", "is no further than the vehicle has come already");
      const kinds = new Set<string>(obstaclesOf(facts).map(({ kind }) => kind));
      if (bypassReason && !kinds.has("bypass")) refuseInput("bypassReason", "no bypass is in place");
      // What there is nothing to sign for is not signed.
      const signed = signaturesOf(input).filter((each) => kinds.has(each.for));
      requireClosable(context, facts, { reason, signed, labels: await loadLabels(context.db) });
      // A bypass is named apart, as it always was.
      const others = signed.filter((each) => each.for !== "bypass" || !bypassReason);
      return {
        body: { kind: "closed", rung: rungOfJob(facts), reason, bypassReason, signed: others, askOn, lookAgainKm },
      };
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
  mixed: "parts",
  companions: "parts",
  unchecked: "parts",
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
