import "server-only";
import Joi from "joi";
import type { Cause } from "@/core/diagnosis";
import { cameBack, FINDINGS, missingProof, rungOfJob, type FindingResult, type JobFacts } from "@/core/job";
import { PROOF_STEPS, type ProofResult, type ProofStep } from "@/core/proof";
import type { Actor } from "@/server/auth/session";
import { ensureCause } from "@/server/db/book";
import { insertProofFact, replaceCauseFacts } from "@/server/db/facts";
import { setJobClosed, setJobFinding, setJobHolder } from "@/server/db/jobs";
import { findPersonSecret } from "@/server/db/people";
import { asPersonId } from "@/core/ids";
import { jobChange, minutes, optionalText, text, uuid } from "@/server/input";
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
    changeJob(context, input, (job) => {
      const { step, result, note } = input;
      return {
        body: { kind: "proof", step, result, note },
        minutes: input.minutes,
        apply: (seq) => insertProofFact(context.db, job.id, seq, { step, result }),
      };
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
    changeJob(context, input, (job) => {
      const { result, causes, why, tellCustomer } = input;
      if (result === "root-cause" && !causes.length) refuseInput("causes", "name the cause");
      return {
        body: { kind: "finding", result, causes, why, tellCustomer },
        apply: async (seq) => {
          for (const cause of causes) await ensureCause(context.db, cause, context.actor.personId, context.now);
          await setJobFinding(context.db, job.id, result);
          await replaceCauseFacts(context.db, job.id, seq, causes);
        },
      };
    }),
};

interface CloseInput extends JobChange {
  readonly reason: string;
}

/** Closes a job with a finding. A cause that is not proved as far as it can be needs a reason, and one without any proof a lead. */
export const closeJob: Command<CloseInput, JobAnswer> = {
  name: "close-job",
  right: "job.close",
  input: Joi.object({ ...jobChange, reason: optionalText(1000) }),
  run: (context, input) =>
    changeJob(context, input, (job, facts) => {
      requireClosable(context, facts, input.reason);
      const { actor, db, now } = context;
      return {
        body: { kind: "closed", rung: rungOfJob(facts), reason: input.reason },
        apply: () => setJobClosed(db, job.id, { at: now, by: actor.personId }),
      };
    }),
};

function requireClosable({ actor }: CommandContext, facts: JobFacts, reason: string): void {
  if (!facts.finding) refuseInput("finding", "name the cause first, or say that it was not found");
  if (facts.parts.some(({ result }) => result === null)) refuseInput("parts", "a part was fitted and not tried yet");
  requireBypassesOut(actor, facts, reason);
  if (facts.finding?.result !== "root-cause") return;
  if (cameBack(facts)) refuseInput("finding", "the fault came back after this repair; the cause has lost its standing");
  const missing = missingProof(facts);
  if (missing.length && !reason)
    refuseInput("reason", `not proved yet: ${missing.join(", ")}; say why it is closed all the same`);
  if (rungOfJob(facts) === 0 && actor.role !== "lead")
    refuseInput("finding", "without any proof only a lead closes a job");
}

/** Nothing leaves with a bypass in place, unless a lead signs why. */
function requireBypassesOut({ role }: Actor, { bypasses = [] }: JobFacts, reason: string): void {
  const left = bypasses.find(({ removed }) => !removed);
  if (!left) return;
  if (role !== "lead")
    refuseInput("bypasses", `still in place: ${left.what}; take it out, or a lead signs why it stays`);
  if (!reason) refuseInput("reason", `a bypass is still in place (${left.what}): sign why`);
}

export const reopenJob: Command<JobChange & { readonly reason: string }, JobAnswer> = {
  name: "reopen-job",
  right: "job.reopen",
  input: Joi.object({ ...jobChange, reason: text(1000).required() }),
  run: (context, input) =>
    changeJob(context, input, (job, facts) => {
      if (!facts.closed) refuse({ code: "conflict", message: "This job is open already." });
      return { body: { kind: "reopened", reason: input.reason }, apply: () => setJobClosed(context.db, job.id, null) };
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
    changeJob(context, input, async (job) => {
      const id = asPersonId(input.to);
      const person = id && (await findPersonSecret(context.db, id));
      if (!person?.active || person.siteId !== context.site.id) return refuseInput("to", "is nobody of this shop");
      return {
        body: { kind: "handed", to: person.name, note: input.note },
        apply: () => setJobHolder(context.db, job.id, person.id),
      };
    }),
};
