import "server-only";
import Joi from "joi";
import { moduleCalled, modulesCalled, type ModuleName } from "@/core/codes";
import type { EntryBody } from "@/core/entries";
import { deleteModule, listModules, setModule } from "@/server/db/modules";
import type { Db } from "@/server/db/pool";
import { line } from "@/server/input";
import type { Command } from "./command";
import { refuse, refuseInput } from "./refusal";

const name = () => line(40).lowercase();

/** Names a control module, or says what else it is called. */
export const nameModule: Command<ModuleName, ModuleName> = {
  name: "name-module",
  right: "book.edit",
  input: Joi.object({ name: name().required(), also: Joi.array().max(20).items(name()).unique().default([]) }),
  async run({ db, actor, now }, module) {
    const others = (await listModules(db)).filter((each) => each.name !== module.name);
    for (const [at, word] of [module.name, ...module.also].entries()) {
      const taken = others.find((each) => each.name === word || each.also.includes(word));
      if (taken)
        refuseInput(at === 0 ? "name" : "also", `“${word}” is what the module “${taken.name}” is called already`);
    }
    const also = module.also.filter((each) => each !== module.name);
    await setModule(db, { name: module.name, also }, actor.personId, now);
    return { name: module.name, also };
  },
};

/** The shop speaks of it no more; what was recorded of it stays. */
export const dropModule: Command<{ readonly name: string }, null> = {
  name: "drop-module",
  right: "book.edit",
  input: Joi.object({ name: name().required() }),
  async run({ db }, input) {
    if (!(await deleteModule(db, input.name))) refuse({ code: "not-found", what: "module" });
    return null;
  },
};

/**
 * What a scan or a clearing says, with every module under the shop's own name for it. A tool that calls one module by two names met it once:
 * what was read was read.
 */
export async function underOwnNames(db: Db, body: EntryBody): Promise<EntryBody> {
  if (body.kind !== "scan" && body.kind !== "cleared") return body;
  const names = await listModules(db);
  const own = <Code extends { readonly module: string | null }>(code: Code): Code => ({
    ...code,
    module: code.module === null ? null : moduleCalled(code.module, names),
  });
  if (body.kind === "cleared") return { ...body, returns: body.returns.map(own) };
  const modulesRead = modulesCalled(body.modulesRead, names);
  const modulesSilent = modulesCalled(body.modulesSilent ?? [], names).filter((each) => !modulesRead.includes(each));
  const modulesUnreadable = modulesCalled(body.modulesUnreadable ?? [], names).filter(
    (each) => !modulesRead.includes(each) && !modulesSilent.includes(each),
  );
  return { ...body, codes: body.codes.map(own), modulesRead, modulesSilent, modulesUnreadable };
}
