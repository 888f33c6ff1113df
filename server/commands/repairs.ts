import "server-only";
import Joi from "joi";
import type { Cause, Money } from "@/core/book";
import { OPTION_KINDS, type OptionKind, type RepairSheet } from "@/core/repair";
import { may } from "@/server/auth/rights";
import { ensureCause } from "@/server/db/book";
import { isLeadsSheet, removeRepair, setRepair, writeRepairSheet } from "@/server/db/repairs";
import { wordExists } from "@/server/db/words";
import { jobChange, key, line, minutes, money, optionalLine, optionalText, seq, text } from "@/server/input";
import { changeJob, type JobAnswer, type JobChange } from "./change-job";
import type { Command, CommandContext } from "./command";
import { correctsInput } from "./record-inputs";
import { refuse, refuseInput } from "./refusal";
import { companionsInput, mixingInput, optionsInput } from "./repair-inputs";

const causeInput = () => Joi.object({ component: key().required(), failure: key().required() });

interface CheckOffInput extends JobChange {
  readonly partSeq: number;
  readonly checks: readonly { readonly what: string; readonly done: boolean; readonly source: string | null }[];
  readonly minutes: number;
}

/** Checks off what goes with a repair, or says where a value of it is from. */
export const checkOffCompanions: Command<CheckOffInput, JobAnswer> = {
  name: "check-off",
  right: "job.record",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    partSeq: seq().required(),
    checks: Joi.array()
      .min(1)
      .max(30)
      .items(Joi.object({ what: line(120).required(), done: Joi.boolean().default(true), source: optionalLine(120) }))
      .unique("what")
      .required(),
    minutes: minutes().default(0),
  }),
  run: (context, input) =>
    changeJob(context, input, (_, { parts }) => {
      const { partSeq, checks } = input;
      const part = parts.find((each) => each.seq === partSeq);
      if (!part) return refuseInput("partSeq", "names no part of this job");
      const known = part.work?.checkOffs ?? [];
      const at = checks.findIndex(({ what }) => !known.some((each) => each.what === what));
      if (at >= 0) refuseInput(`checks[${at}].what`, "does not go with this repair");
      return { body: { kind: "check-off", partSeq, component: part.component, checks }, minutes: input.minutes };
    }),
};

interface ChoiceInput extends JobChange {
  readonly cause: Cause;
  readonly option: OptionKind;
  readonly title: string;
  readonly reason: string;
  readonly refused: readonly { readonly title: string; readonly why: string }[];
}

/** Chooses the way to repair a cause, with the reason, and what the customer refused. */
export const chooseRepair: Command<ChoiceInput, JobAnswer> = {
  name: "choose-repair",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    cause: causeInput().required(),
    option: Joi.string()
      .valid(...OPTION_KINDS)
      .required(),
    title: line(120).required(),
    reason: optionalText(400),
    refused: Joi.array()
      .max(12)
      .items(Joi.object({ title: line(120).required(), why: line(400).required() }))
      .default([]),
  }),
  run: (context, input) =>
    changeJob(context, input, () => {
      const { cause, option, title, reason, refused } = input;
      return { body: { kind: "repair-choice", cause, option, title, reason, refused } };
    }),
};

interface EstimateInput extends JobChange {
  readonly from: "ours" | "elsewhere";
  readonly what: string;
  readonly cause: Cause | null;
  readonly amount: Money;
}

/** Notes what somebody asks for a repair: ours, or what the customer was told elsewhere. */
export const recordEstimate: Command<EstimateInput, JobAnswer> = {
  name: "record-estimate",
  right: "job.complaint",
  input: Joi.object({
    ...jobChange,
    corrects: correctsInput(),
    from: Joi.string().valid("ours", "elsewhere").required(),
    what: text(400).required(),
    cause: causeInput().allow(null).default(null),
    amount: money().required(),
  }),
  run: (context, input) =>
    changeJob(context, input, () => {
      const { from, what, cause, amount } = input;
      if (amount.currency !== context.site.currency)
        refuseInput("amount.currency", `the shop counts in ${context.site.currency}`);
      return { body: { kind: "estimate", from, what, cause, amount } };
    }),
};

interface WriteRepairInput extends RepairSheet {
  /** null leaves what the repair takes to what jobs here took. */
  readonly takes: {
    readonly minutes: number;
    readonly access: string | null;
    readonly accessMinutes: number;
    readonly partsCost: Money;
  } | null;
}

/** Writes down what a cause's repair takes, the ways to go about it, what goes with it, and which revisions may run together. */
export const writeRepair: Command<WriteRepairInput, null> = {
  name: "write-repair",
  right: "book.extend",
  input: Joi.object({
    component: key().required(),
    failure: key().required(),
    takes: Joi.object({
      minutes: minutes().required(),
      access: optionalLine(80),
      accessMinutes: minutes().default(0),
      partsCost: money().required(),
    })
      .allow(null)
      .default(null),
    options: optionsInput(),
    companions: companionsInput(),
    mixing: mixingInput(),
    note: optionalText(2000),
  }),
  async run(context, input) {
    const { db, actor, now, site } = context;
    await requireWords(context, input);
    const { takes, ...sheet } = input;
    if (!may(actor, "book.edit") && (await isLeadsSheet(db, sheet)))
      refuse({ code: "conflict", message: "A lead wrote this repair down; ask a lead to change it." });
    requireCurrency(input, site.currency);
    await ensureCause(db, sheet, actor.personId, now);
    const { component, failure } = sheet;
    if (takes) await setRepair(db, { component, failure, ...takes }, actor.personId, now);
    else await removeRepair(db, { component, failure });
    await writeRepairSheet(db, sheet, actor.personId, now);
    return null;
  },
};

async function requireWords({ db }: CommandContext, { component, failure }: Cause): Promise<void> {
  if (!(await wordExists(db, "component", component))) refuseInput("component", "is no component of the book");
  if (!(await wordExists(db, "failure", failure))) refuseInput("failure", "is no failure of the book");
}

function requireCurrency({ takes, options }: WriteRepairInput, currency: string): void {
  if (takes && takes.partsCost.currency !== currency)
    refuseInput("takes.partsCost.currency", `the shop counts in ${currency}`);
  const at = options.findIndex(({ price }) => price.currency !== currency);
  if (at >= 0) refuseInput(`options[${at}].price.currency`, `the shop counts in ${currency}`);
}
