import "server-only";
import Joi from "joi";
import { askToStop } from "@/server/db/long-work";
import { uuid } from "@/server/input";
import type { Command } from "./command";
import { refuse } from "./refusal";

/** Asks that long work be stopped: it ends within moments, and nothing of it is kept. */
export const stopLongWork: Command<{ readonly id: string }, null> = {
  name: "stop-long-work",
  right: "book.edit",
  input: Joi.object({ id: uuid().required() }),
  async run({ db, actor }, { id }) {
    if (!(await askToStop(db, actor.siteId, id))) refuse({ code: "not-found", what: "work under way" });
    return null;
  },
};
