import "server-only";
import Joi from "joi";
import { line } from "@/server/input";

export interface AskInput {
  readonly q: string;
  readonly limit: number;
}

/** The longest question. */
export const MOST_LETTERS = 300;

/** The query of `GET /api/v1/ask`: its values come as text. */
export const askInput: Joi.ObjectSchema<AskInput> = Joi.object({
  q: line(MOST_LETTERS).required(),
  limit: Joi.string()
    .pattern(/^\d{1,3}$/, { name: "a whole number" })
    .custom((text: string, helpers) => {
      const count = Number(text);
      return count >= 1 && count <= 100 ? count : helpers.error("number.max", { limit: 100 });
    })
    .default(20),
});
