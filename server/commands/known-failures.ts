import "server-only";
import Joi from "joi";
import type { Applies, Cause } from "@/core/book";
import {
  REPORT_SAYS,
  REPORT_SOURCES,
  widened,
  type ClaimedGrade,
  type KnownFailure,
  type ReportSays,
  type ReportSource,
  type Told,
} from "@/core/known-failures";
import { may } from "@/server/auth/rights";
import { ensureCause } from "@/server/db/book";
import {
  addToPattern,
  findKnownFailure,
  letPatternSpeak,
  patternExists,
  setKnownFailure,
  withdrawPattern,
} from "@/server/db/known-failures";
import { removeMarkPicture } from "@/server/db/mark-pictures";
import { procedureExists } from "@/server/db/procedures";
import { dismissProposal } from "@/server/db/proposals";
import { wordExists, type WordKind } from "@/server/db/words";
import { key, line, optionalLine, optionalText, text, uniqueBy } from "@/server/input";
import { knownAppliesInput, odometerWindow, toldInput } from "@/server/known-failure-input";
import type { Command, CommandContext } from "./command";
import { freeKey, keyOf } from "./free-key";
import { codeText } from "./record-inputs";
import { refuse, refuseInput } from "./refusal";

interface WriteInput extends Omit<KnownFailure, "key" | "details" | "proposed" | "withdrawnReason" | "evidence"> {
  /** The one that is written anew; null for another one. */
  readonly key: string | null;
  readonly evidence: ClaimedGrade;
  readonly details: Told;
}

const written = {
  title: line(160).required(),
  component: key().allow(null).default(null),
  failure: key().allow(null).default(null),
  place: optionalLine(60),
  applies: knownAppliesInput().required(),
  odometerKm: odometerWindow(),
  evidence: Joi.string().valid("hearsay", "bulletin").default("hearsay"),
  symptoms: Joi.array().max(20).items(key()).unique().default([]),
  conditions: Joi.array().max(20).items(key()).unique().default([]),
  codes: Joi.array().max(40).items(codeText()).unique().default([]),
  confirmBy: key().allow(null).default(null),
  note: optionalText(2000),
  details: toldInput(),
};

/**
 * Writes a known failure down. How far it is to be believed is worked out from the jobs here: hearsay or a bulletin is all that can be said. What a
 * technician writes waits for a lead.
 */
export const writeKnownFailure: Command<WriteInput, { readonly key: string; readonly proposed: boolean }> = {
  name: "write-known-failure",
  right: "book.extend",
  input: Joi.object({ key: key().allow(null).default(null), ...written }),
  async run(context, input) {
    const { db, actor } = context;
    const isLead = may(actor, "book.edit");
    const before = input.key === null ? null : await findKnownFailure(db, input.key);
    if (input.key !== null && !before) refuse({ code: "not-found", what: "known failure" });
    if (before && !before.proposed && !isLead)
      refuse({
        code: "conflict",
        message: "It stands in the book; add a note or a report, or ask a lead to change it.",
      });
    const known = await writeOne(context, input, before, isLead ? false : (before?.proposed ?? true));
    return { key: known.key, proposed: known.proposed };
  },
};

async function writeOne(
  context: CommandContext,
  input: WriteInput,
  before: KnownFailure | null,
  proposed: boolean,
): Promise<KnownFailure> {
  const { db, actor, now } = context;
  await requireKnown(context, input);
  const { details } = input;
  const known: KnownFailure = {
    ...input,
    key: before?.key ?? (await freeKey(keyOf(input.title), (candidate) => patternExists(db, candidate))),
    details: { ...details, notes: before?.details.notes ?? [], reports: before?.details.reports ?? [] },
    proposed,
    withdrawnReason: before?.withdrawnReason ?? null,
  };
  const { component, failure } = known;
  if (component !== null && failure !== null) await ensureCause(db, { component, failure }, actor.personId, now);
  await setKnownFailure(db, known, actor.personId, now);
  return known;
}

/** Every word, procedure and known failure that it names is in the book. */
async function requireKnown({ db, site }: CommandContext, input: WriteInput): Promise<void> {
  const { component, failure, details } = input;
  if ((component === null) !== (failure === null))
    refuseInput(
      component === null ? "component" : "failure",
      "say both what fails and how, or neither where it is not explained yet",
    );
  const words: readonly (readonly [WordKind, string | null, string])[] = [
    ["component", component, "component"],
    ["failure", failure, "failure"],
    ...input.symptoms.map((each, at) => ["symptom", each, `symptoms[${at}]`] as const),
    ...input.conditions.map((each, at) => ["condition", each, `conditions[${at}]`] as const),
    ...details.repairs.map((each, at) => ["component", each.component, `details.repairs[${at}].component`] as const),
    ...details.lookAlikes.flatMap(({ thisIf, otherIf }, at) => [
      ["condition", thisIf, `details.lookAlikes[${at}].thisIf`] as const,
      ["condition", otherIf, `details.lookAlikes[${at}].otherIf`] as const,
    ]),
  ];
  for (const [kind, each, path] of words)
    if (each !== null && !(await wordExists(db, kind, each))) refuseInput(path, `is no ${kind} of the book`);
  if (component === null && !input.symptoms.length)
    refuseInput("symptoms", "what nobody has explained yet is known by what it shows: name a symptom");
  for (const [path, procedure] of [
    ["confirmBy", input.confirmBy],
    ...details.lookAlikes.map((each, at) => [`details.lookAlikes[${at}].procedure`, each.procedure] as const),
  ] as const)
    if (procedure !== null && !(await procedureExists(db, procedure))) refuseInput(path, "is no procedure of the book");
  for (const [at, { other }] of details.lookAlikes.entries())
    if (other !== null && !(await patternExists(db, other)))
      refuseInput(`details.lookAlikes[${at}].other`, "is no known failure of the book");
  for (const [path, cost] of [
    ["details.prevention.parts.currency", details.prevention],
    ["details.costThen.parts.currency", details.costThen],
  ] as const)
    if (cost && cost.parts.currency !== site.currency) refuseInput(path, `the shop counts in ${site.currency}`);
}

const MOST_ROWS = 500;

/** A whole list of known failures, from a file: all of them or none. */
export const importKnownFailures: Command<{ readonly known: readonly WriteInput[] }, { readonly imported: number }> = {
  name: "import-known-failures",
  right: "book.edit",
  input: Joi.object({
    known: Joi.array()
      .items(Joi.object(written))
      .min(1)
      .max(MOST_ROWS)
      .custom(uniqueBy(({ title }: WriteInput) => title))
      .required(),
  }),
  async run(context, { known }) {
    for (const each of known) {
      const before = await findKnownFailure(context.db, keyOf(each.title));
      await writeOne(context, { ...each, key: null }, before?.title === each.title ? before : null, false);
    }
    return { imported: known.length };
  },
};

/** Lets what a technician proposed, or what was withdrawn, speak. */
export const takeInKnownFailure: Command<{ readonly key: string }, null> = {
  name: "take-in-known-failure",
  right: "book.edit",
  input: Joi.object({ key: key().required() }),
  async run({ db }, input) {
    if (!(await letPatternSpeak(db, input.key))) refuse({ code: "not-found", what: "known failure that waits" });
    return null;
  },
};

/** Takes a known failure's word back, with the reason: it stays on record and speaks no more. */
export const withdrawKnownFailure: Command<{ readonly key: string; readonly reason: string }, null> = {
  name: "withdraw-known-failure",
  right: "book.edit",
  input: Joi.object({ key: key().required(), reason: text(400).required() }),
  async run({ db }, input) {
    if (!(await withdrawPattern(db, input.key, input.reason))) refuse({ code: "not-found", what: "known failure" });
    return null;
  },
};

/** Makes what the jobs propose part of a known failure of the same cause: it speaks of those vehicles as well. */
export const mergeIntoKnownFailure: Command<{ readonly key: string; readonly applies: Applies }, null> = {
  name: "merge-into-known-failure",
  right: "book.edit",
  input: Joi.object({ key: key().required(), applies: knownAppliesInput().required() }),
  async run({ db, actor, now }, input) {
    const known = await findKnownFailure(db, input.key);
    if (!known) return refuse({ code: "not-found", what: "known failure" });
    await setKnownFailure(db, { ...known, applies: widened(known.applies, input.applies) }, actor.personId, now);
    return null;
  },
};

/** A note beside a known failure, with its author and its date. */
export const noteKnownFailure: Command<{ readonly key: string; readonly text: string }, null> = {
  name: "note-known-failure",
  right: "book.extend",
  input: Joi.object({ key: key().required(), text: text(1000).required() }),
  async run({ db, actor, now }, input) {
    const item = { text: input.text, at: now.toISOString(), by: actor.name };
    if (!(await addToPattern(db, input.key, { list: "notes", item })))
      refuse({ code: "not-found", what: "known failure" });
    return null;
  },
};

interface ReportInput {
  readonly key: string;
  readonly source: ReportSource;
  readonly says: ReportSays;
  readonly count: number;
  readonly of: number;
  readonly text: string;
}

const vehicles = () => Joi.number().integer().max(100_000).default(1);

/** What somebody tells of a known failure who is not a job here: it has a source, and little weight. */
export const reportKnownFailure: Command<ReportInput, null> = {
  name: "report-known-failure",
  right: "book.extend",
  input: Joi.object({
    key: key().required(),
    source: Joi.string()
      .valid(...REPORT_SOURCES)
      .required(),
    says: Joi.string()
      .valid(...REPORT_SAYS)
      .required(),
    count: vehicles().min(0),
    of: vehicles().min(1),
    text: optionalText(1000),
  }),
  async run({ db, actor, now }, { key: of, ...report }) {
    if (report.count > report.of) refuseInput("count", "are more than were asked");
    const item = { ...report, at: now.toISOString(), by: actor.name };
    if (!(await addToPattern(db, of, { list: "reports", item }))) refuse({ code: "not-found", what: "known failure" });
    return null;
  },
};

interface DismissInput extends Cause {
  readonly applies: Applies;
  readonly jobs: number;
  readonly reason: string;
}

/** Says that what the jobs propose is none: it is not proposed again until new jobs come. */
export const dismissKnownFailure: Command<DismissInput, null> = {
  name: "dismiss-proposal",
  right: "book.edit",
  input: Joi.object({
    component: key().required(),
    failure: key().required(),
    applies: knownAppliesInput().required(),
    jobs: Joi.number().integer().min(1).max(10_000_000).required(),
    reason: text(400).required(),
  }),
  async run({ db, actor, now }, { component, failure, applies, jobs, reason }) {
    await dismissProposal(db, { component, failure, applies, jobs, reason }, { id: actor.personId, at: now });
    return null;
  },
};

/** Takes the picture of the mark away from a known failure. */
export const takeMarkPicture: Command<{ readonly key: string }, null> = {
  name: "remove-mark-picture",
  right: "book.edit",
  input: Joi.object({ key: key().required() }),
  async run({ db }, { key: pattern }) {
    if (!(await removeMarkPicture(db, pattern))) refuse({ code: "not-found", what: "picture of the mark" });
    return null;
  },
};
