import "server-only";
import Joi from "joi";
import { FIRST_WEIGHT_OF_OTHERS } from "@/core/book";

interface CasebookQuery {
  /** The shop whose casebook it is and stays; null where it is to be our own. */
  readonly from: string | null;
  /** What one of its jobs counts beside one of ours. */
  readonly weight: number;
  /** What the file is called where it comes from. */
  readonly file: string | null;
}

const words = (most: number) =>
  Joi.string()
    .trim()
    .max(most)
    .pattern(/^[^\u0000-\u001f]+$/, "one line of text")
    .empty("")
    .default(null);

/** The query of `POST /api/v1/casebook`. */
export const casebookQuery: Joi.ObjectSchema<CasebookQuery> = Joi.object({
  from: words(80),
  file: words(200),
  weight: Joi.string()
    .pattern(/^(0(\.\d{1,3})?|1(\.0{1,3})?)$/, { name: "a number from 0 to 1" })
    .custom(Number)
    .default(FIRST_WEIGHT_OF_OTHERS),
});
