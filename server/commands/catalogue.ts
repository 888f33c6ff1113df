import "server-only";
import Joi from "joi";
import {
  closedJobsOnVariant,
  currentName,
  insertName,
  mergeName,
  setMarketMatters,
  VARIANT_KINDS,
  type VariantName,
} from "@/server/db/catalogue";
import { keepOnAllVehicles } from "@/server/db/vehicles-waiting";
import { countOthersAnew, speakingFor } from "@/server/other-shops/apply";
import { line, optionalText } from "@/server/input";
import { recount } from "@/server/book/keep";
import type { Command } from "./command";
import { refuse, refuseInput } from "./refusal";

type MergeInput = VariantName & { readonly into: string };

/**
 * Renames a make, model, engine or transmission, or makes one of two that are the same: every vehicle, pattern and code that bore
 * the old name bears the new one, and what their jobs teach is counted again.
 */
export const mergeVariantNames: Command<MergeInput, { readonly jobs: number; readonly name: string }> = {
  name: "merge-variant-names",
  right: "book.edit",
  input: Joi.object({
    kind: Joi.string()
      .valid(...VARIANT_KINDS)
      .required(),
    make: line(60).allow("").default(""),
    name: line(60).required(),
    into: line(60).required(),
  }),
  async run(context, { into, ...variant }) {
    const { db, actor, now } = context;
    if ((variant.kind === "model") !== (variant.make !== ""))
      refuseInput("make", "is needed for a model, and only there");
    if ((await currentName(db, variant)) !== variant.name) refuseInput("name", "does not stand in the catalogue");
    if (into === variant.name) refuseInput("into", "is the same name");
    const target = await targetName(db, { ...variant, name: into }, variant.name);
    await insertName(db, { ...variant, name: target }, actor.personId, now);
    const { jobs } = await recount(
      db,
      () => closedJobsOnVariant(db, variant),
      async () => {
        await mergeName(db, variant, target);
        await keepOnAllVehicles(db);
        await countOthersAnew(speakingFor(context));
      },
    );
    return { jobs, name: target };
  },
};

/** A spelling that stands for another name leads to it; one that only tidies the old name's case or spaces is the new name. */
async function targetName(db: Parameters<typeof currentName>[0], wanted: VariantName, from: string): Promise<string> {
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
