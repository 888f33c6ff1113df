import "server-only";
import Joi from "joi";
import { EFFECT_KINDS, PROCEDURE_KINDS, TRACE_LOOKS, type Procedure } from "@/core/book";
import { problemsOfSpec, type Spec } from "@/core/measure";
import {
  deleteProposal,
  insertProcedure,
  procedureExists,
  readProcedureForChange,
  updateProcedure,
  usedOutcomes,
} from "@/server/db/procedures";
import { removeStepPicture } from "@/server/db/procedure-pictures";
import { MOST_SEQ, key, line, minutes, optionalLine, optionalText, sameIn } from "@/server/input";
import { specInput } from "@/server/spec-input";
import type { Command, CommandContext } from "./command";
import { freeKey, keyOf } from "./free-key";
import { refuse, refuseInput } from "./refusal";

type Written = Omit<Procedure, "key" | "version" | "proposed" | "pictured" | "outcomes"> & {
  readonly outcomes: readonly (Omit<Procedure["outcomes"][number], "key"> & { readonly key: string | null })[];
};

const lines = (length: number) => Joi.array().max(40).items(line(length)).unique();
const years = () => Joi.array().length(2).items(Joi.number().integer().min(1950).max(2100)).allow(null).default(null);

const effects = () =>
  Joi.array()
    .max(40)
    .items(
      Joi.object({
        component: key().required(),
        failure: key().allow(null).default(null),
        effect: Joi.string()
          .valid(...EFFECT_KINDS)
          .required(),
      }),
    )
    .unique(sameIn("component", "failure"));

const variantSpec = () =>
  Joi.object({
    years: years(),
    engines: lines(60).default([]),
    markets: lines(60).default([]),
    partMaker: optionalLine(80),
    spec: specInput().required(),
    source: Joi.string().valid("maker", "part-maker", "known-good-here").required(),
    reference: optionalText(160),
  });

/** The vehicles that something of the book is for; an empty list means any. */
const appliesInput = () =>
  Joi.object({
    make: optionalLine(60),
    models: lines(60).default([]),
    years: years(),
    engines: lines(60).default([]),
    transmissions: lines(60).default([]),
    markets: lines(60).default([]),
  });

/** Everything that is written about a procedure. */
const WRITTEN = {
  title: line(160).required(),
  component: key().allow(null).default(null),
  question: optionalText(300),
  place: optionalText(300),
  minutes: minutes().required(),
  access: key().allow(null).default(null),
  accessMinutes: minutes().default(0),
  tools: lines(80).default([]),
  cautions: lines(300).default([]),
  preconditions: lines(200).default([]),
  steps: lines(400).default([]),
  kind: Joi.string()
    .valid(...PROCEDURE_KINDS)
    .default("value"),
  points: lines(60).default([]),
  look: Joi.string()
    .valid(...TRACE_LOOKS)
    .allow(null)
    .default(null),
  spec: specInput().allow(null).default(null),
  specs: Joi.array().max(40).items(variantSpec()).default([]),
  applies: appliesInput().allow(null).default(null),
  basic: Joi.boolean().default(false),
  // Whoever writes a procedure anew makes it the shop's own.
  general: Joi.any().strip(),
  outcomes: Joi.array()
    .min(2)
    .max(12)
    .items(
      Joi.object({ key: key().allow(null).default(null), label: line(160).required(), effects: effects().default([]) }),
    )
    .required(),
};

interface WriteInput extends Written {
  readonly key: string | null;
  readonly version: number | null;
}

interface WriteAnswer {
  readonly key: string;
  readonly version: number;
}

/** Writes a procedure into the book, or its next version; one that was proposed stands from then on. */
export const writeProcedure: Command<WriteInput, WriteAnswer> = {
  name: "write-procedure",
  right: "book.edit",
  input: Joi.object({
    ...WRITTEN,
    key: key().allow(null).default(null),
    version: Joi.number().integer().min(1).max(MOST_SEQ).allow(null).default(null),
  }),
  async run(context, { key: wanted, version, ...written }) {
    if (wanted === null) return addProcedure(context, written, false);
    const { db, actor, now } = context;
    const before = await readProcedureForChange(db, wanted);
    if (!before) return refuse({ code: "not-found", what: "procedure" });
    if (before.version !== version)
      refuse({
        code: "conflict",
        message: "Somebody changed this procedure meanwhile. Look at it, then change it again.",
      });
    const next = {
      ...checked(written),
      key: wanted,
      version: before.version + 1,
      proposed: false,
      pictured: before.pictured,
    };
    const kept = new Set(next.outcomes.map((outcome) => outcome.key));
    const lost = before.outcomes.findIndex((outcome) => !kept.has(outcome.key));
    const used = lost < 0 ? [] : await usedOutcomes(db, wanted);
    const missing = before.outcomes.find((outcome) => !kept.has(outcome.key) && used.includes(outcome.key));
    if (missing) refuseInput("outcomes", `has to keep “${missing.label}”: tests on record came to it`);
    await updateProcedure(db, next, actor.personId, now);
    return { key: wanted, version: next.version };
  },
};

/** Writes down a procedure from what somebody just did; it stands once a lead has taken it in. */
export const proposeProcedure: Command<Written, WriteAnswer> = {
  name: "propose-procedure",
  right: "job.record",
  input: Joi.object(WRITTEN),
  run: (context, written) => addProcedure(context, written, true),
};

export const dropProposal: Command<{ readonly key: string }, null> = {
  name: "drop-proposal",
  right: "book.edit",
  input: Joi.object({ key: key().required() }),
  async run({ db }, { key: wanted }) {
    if (!(await deleteProposal(db, wanted))) refuse({ code: "not-found", what: "proposal" });
    return null;
  },
};

export const takeStepPicture: Command<{ readonly procedure: string; readonly step: string }, null> = {
  name: "remove-step-picture",
  right: "book.edit",
  input: Joi.object({ procedure: key().required(), step: line(400).required() }),
  async run({ db }, { procedure, step }) {
    if (!(await removeStepPicture(db, procedure, step))) refuse({ code: "not-found", what: "picture of this step" });
    return null;
  },
};

async function addProcedure(
  { db, actor, now }: CommandContext,
  written: Written,
  proposed: boolean,
): Promise<WriteAnswer> {
  // "new" is an address of its own.
  const taken = async (candidate: string) => candidate === "new" || (await procedureExists(db, candidate));
  const made = await freeKey(keyOf(written.title), taken);
  await insertProcedure(
    db,
    { ...checked(written), key: made, version: 1, proposed, pictured: [] },
    actor.personId,
    now,
  );
  return { key: made, version: 1 };
}

/** What the shape alone cannot say: specs that can be judged by, a look for recordings only, outcomes told apart. */
function checked(written: Written): Omit<Procedure, "key" | "version" | "proposed" | "pictured"> {
  if ((written.kind === "trace") !== (written.look !== null))
    refuseInput("look", written.look ? "is for recordings only" : "is needed: how the recording is looked at");
  checkSpec("spec", written.spec);
  for (const [at, each] of written.specs.entries()) {
    checkSpec(`specs[${at}].spec`, each.spec);
    if (each.years && each.years[1] < each.years[0]) refuseInput(`specs[${at}].years`, "end before they begin");
  }
  const outcomes = written.outcomes.map((outcome) => ({ ...outcome, key: outcome.key ?? keyOf(outcome.label) }));
  const twice = outcomes.findIndex(({ key: own }, at) => outcomes.findIndex((each) => each.key === own) !== at);
  if (twice >= 0) refuseInput(`outcomes[${twice}].label`, "cannot be told from another outcome");
  return { ...written, outcomes };
}

function checkSpec(path: string, spec: Spec | null): void {
  const [problem] = spec ? problemsOfSpec(spec) : [];
  if (problem) refuseInput(problem.path.replace(/^spec/, path), problem.message);
}
