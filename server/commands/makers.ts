import "server-only";
import Joi from "joi";
import { deleteMaker, setMaker, type Maker } from "@/server/db/makers";
import { line } from "@/server/input";
import type { Command } from "./command";
import { refuse } from "./refusal";

const wmi = () =>
  Joi.string()
    .trim()
    .uppercase()
    .pattern(/^[A-HJ-NPR-Z0-9]{3}$/, "three letters or digits without I, O and Q")
    .required();

/** Says which make a maker code stands for. */
export const nameMaker: Command<Maker, Maker> = {
  name: "name-maker",
  right: "book.edit",
  input: Joi.object({ wmi: wmi(), make: line(60).required() }),
  async run({ db, actor, now }, maker) {
    await setMaker(db, maker, actor.personId, now);
    return maker;
  },
};

export const dropMaker: Command<{ readonly wmi: string }, null> = {
  name: "drop-maker",
  right: "book.edit",
  input: Joi.object({ wmi: wmi() }),
  async run({ db }, input) {
    if (!(await deleteMaker(db, input.wmi))) refuse({ code: "not-found", what: "maker code" });
    return null;
  },
};
