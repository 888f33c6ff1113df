import "server-only";
import Joi from "joi";
import type { Needs } from "@/core/book";
import { writeNeeds } from "@/server/db/book";
import { wordExists } from "@/server/db/words";
import { key, line } from "@/server/input";
import type { Command } from "./command";
import { refuseInput } from "./refusal";

interface NeedsInput {
  readonly component: string;
  readonly needs: Needs;
}

const list = () => Joi.array().max(40).items(line(60)).unique().default([]);

/** What a vehicle must be to have a component; an empty list asks for nothing. */
const needsInput = () =>
  Joi.object({ fuels: list(), drives: list(), gearboxes: list(), equipment: list(), markets: list() });

/** Says on which vehicles a component is to be found: on others it is no suspect. */
export const setNeeds: Command<NeedsInput, null> = {
  name: "set-needs",
  right: "book.edit",
  input: Joi.object({ component: key().required(), needs: needsInput().required() }),
  async run({ db }, { component, needs }) {
    if (!(await wordExists(db, "component", component))) refuseInput("component", "is no component of the book");
    const asked = Object.entries(needs).filter(([, values]) => values.length > 0);
    await writeNeeds(db, component, Object.fromEntries(asked));
    return null;
  },
};
