import "server-only";
import Joi from "joi";
import type { JobId } from "@/core/ids";
import {
  closedJobsOnVariant,
  currentName,
  insertName,
  mergeName,
  mergeNameOfJobs,
  setMarketMatters,
  TABLES_OF_NAMES,
  VARIANT_KINDS,
  type VariantName,
} from "@/server/db/catalogue";
import { countAlone } from "@/server/db/count-locks";
import { pool, type Db } from "@/server/db/pool";
import { line, optionalText } from "@/server/input";
import type { Command } from "./command";
import { changeAndCount, countAhead, touchesMany, type WithAhead } from "./recounting";
import { refuse, refuseInput } from "./refusal";

type MergeInput = VariantName & { readonly into: string };

/**
 * Renames a make, model, engine or transmission, or makes one of two that are the same: every vehicle, pattern and code that bore
 * the old name bears the new one, and what their jobs teach is counted again.
 */
export const mergeVariantNames: Command<WithAhead<MergeInput>, { readonly jobs: number; readonly name: string }> = {
  name: "merge-variant-names",
  right: "book.edit",
  takesLong: (db, input) => touchesMany(db, mergeOf(input, input.into)),
  input: Joi.object({
    kind: Joi.string()
      .valid(...VARIANT_KINDS)
      .required(),
    make: line(60).allow("").default(""),
    name: line(60).required(),
    into: line(60).required(),
  }),
  async prepare(actor, input, tell) {
    const target = await requireTarget(pool(), input);
    const of = { ...mergeOf(input, target), change: (db: Db) => mergeNameOfJobs(db, input, target) };
    return { ...input, ahead: await countAhead(actor, { ...of, tables: TABLES_OF_NAMES }, tell) };
  },
  async run(context, { ahead, ...input }) {
    const { db, actor, now } = context;
    await countAlone(db);
    const target = await requireTarget(db, input);
    await insertName(db, { ...input, name: target }, actor.personId, now);
    const { jobs } = await changeAndCount(context, mergeOf(input, target), ahead);
    return { jobs, name: target };
  },
};

const mergeOf = (variant: VariantName, target: string) => ({
  key: `merge ${JSON.stringify([variant.kind, variant.make, variant.name, target])}`,
  touched: (db: Db, among: readonly JobId[] | null) => closedJobsOnVariant(db, variant, among),
  change: (db: Db) => mergeName(db, variant, target),
});

/** The name that another is to become. @throws Refused where it cannot */
async function requireTarget(db: Db, { into, ...variant }: MergeInput): Promise<string> {
  if ((variant.kind === "model") !== (variant.make !== ""))
    refuseInput("make", "is needed for a model, and only there");
  if ((await currentName(db, variant)) !== variant.name) refuseInput("name", "does not stand in the catalogue");
  if (into === variant.name) refuseInput("into", "is the same name");
  return targetName(db, { ...variant, name: into }, variant.name);
}

/** A spelling that stands for another name leads to it; one that only tidies the old name's case or spaces is the new name. */
async function targetName(db: Db, wanted: VariantName, from: string): Promise<string> {
  const known = await currentName(db, wanted);
  return known === null || known === from ? wanted.name : known;
}

/** Says what lies elsewhere in cars of a model that were built for another market, so that the market is asked. */
export const describeModel: Command<
  { readonly make: string; readonly model: string; readonly marketMatters: string },
  null
> = {
  name: "describe-model",
  right: "book.edit",
  input: Joi.object({ make: line(60).required(), model: line(60).required(), marketMatters: optionalText(300) }),
  async run({ db }, { make, model, marketMatters }) {
    if (!(await setMarketMatters(db, make, model, marketMatters))) refuse({ code: "not-found", what: "such model" });
    return null;
  },
};
