import "server-only";
import Joi from "joi";
import { PROOF_WORDS } from "@/core/entries";
import { lowerFirst } from "@/core/words";
import type { Cause } from "@/core/book";
import { cameBack, FINDINGS, missingProof, rungOfJob, type FindingResult, type JobFacts } from "@/core/job";
import { PROOF_STEPS, type ProofResult, type ProofStep } from "@/core/proof";
import type { Actor } from "@/server/auth/session";
import { ensureCause } from "@/server/db/book";
import { findPersonSecret } from "@/server/db/people";
import { asPersonId } from "@/core/ids";
import { jobChange, minutes, optionalLine, optionalText, text, uuid } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { refuse, refuseInput } from "./refusal";
import { causesInput, correctsInput } from "./record-inputs";

interface ProofInput extends JobChange {
  readonly step: ProofStep;
  readonly result: ProofResult;
  readonly minutes: number;
  readonly note: string;
}

/** A step of proof. It may also be taken on a closed job: a follow-up, or the fault that came back. */
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
  }),
  run: (context, input) =>
    changeJob(context, input, () => {
      const { step, result, note } = input;
      return { body: { kind: "proof", step, result, note }, minutes: input.minutes };
    }),
};

interface FindingInput extends JobChange {
  readonly result: FindingResult;
  readonly causes: readonly Cause[];
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
    causes: causesInput().default([]),
    why: optionalText(2000),
    tellCustomer: text(1000).allow(null, "").empty("").default(null),
  }),
  run: (context, input) =>
    changeJob(context, input, async () => {
      const { result, causes, why, tellCustomer } = input;
      if (result === "root-cause" && !causes.length) refuseInput("causes", "name the cause");
      for (const cause of causes) await ensureCause(context.db, cause, context.actor.personId, context.now);
      return { body: { kind: "finding", result, causes, why, tellCustomer } };
    }),
};

interface CloseInput extends JobChange {
  readonly reason: string;
  /** Why a bypass stays in place: signed by a lead, apart from any other reason. */
  readonly bypassReason: string | null;
}

/** Closes a job with a finding. A cause that is not proved as far as it can be needs a reason, and one without any proof a lead. */
export const closeJob: Command<CloseInput, JobAnswer> = {
  name: "close-job",
  right: "job.close",
  input: Joi.object({ ...jobChange, reason: optionalText(1000), bypassReason: optionalLine(400) }),
  run: (context, input) =>
    changeJob(context, input, (_, facts) => {
      const { reason, bypassReason } = input;
      requireClosable(context, facts, input);
      return { body: { kind: "closed", rung: rungOfJob(facts), reason, bypassReason } };
    }),
};

function requireClosable({ actor }: CommandContext, facts: JobFacts, { reason, bypassReason }: CloseInput): void {
  if (!facts.finding) refuseInput("finding", "name the cause first, or say that it was not found");
  if (facts.parts.some(({ result }) => result === null)) refuseInput("parts", "a part was fitted and not tried yet");
  requireBypassesOut(actor, facts, bypassReason);
  if (facts.finding?.result !== "root-cause") return;
  if (cameBack(facts)) refuseInput("finding", "the fault came back after this repair; the cause has lost its standing");
  const missing = missingProof(facts);
  if (missing.length && !reason)
    refuseInput(
      "reason",
      `still to be proved: ${missing.map((step) => lowerFirst(PROOF_WORDS[step])).join(", ")}. Say why it is closed all the same`,
    );
  if (rungOfJob(facts) === 0 && actor.role !== "lead")
    refuseInput("finding", "without any proof only a lead closes a job");
}

/** Nothing leaves with a bypass in place, unless a lead signs why. */
function requireBypassesOut({ role }: Actor, { bypasses = [] }: JobFacts, bypassReason: string | null): void {
  const left = bypasses.flatMap(({ what, removed }) => (removed ? [] : what));
  if (!left.length) {
    if (bypassReason) refuseInput("bypassReason", "no bypass is in place");
    return;
  }
  if (role !== "lead")
    refuseInput("bypasses", `still in place: ${left.join("; ")}; take it out, or a lead signs why it stays`);
  if (!bypassReason)
    refuseInput("bypassReason", `still in place: ${left.join("; ")}. Take it out, or sign why it stays`);
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
