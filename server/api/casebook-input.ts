import "server-only";
import Joi from "joi";
import { FIRST_WEIGHT_OF_OTHERS } from "@/core/book";

interface CasebookQuery {
  /** The shop whose casebook it is and stays; null where it is to be our own. */
  readonly from: string | null;
  /** What one of its jobs counts beside one of ours. */
  readonly weight: number;
}

/** The query of `POST /api/v1/casebook`. */
export const casebookQuery: Joi.ObjectSchema<CasebookQuery> = Joi.object({
  from: Joi.string()
    .trim()
    .max(80)
    .pattern(/^[^\u0000-\u001f]+$/, "one line of text")
    .empty("")
    .default(null),
  weight: Joi.string()
    .pattern(/^(0(\.\d{1,3})?|1(\.0{1,3})?)$/, { name: "a number from 0 to 1" })
    .custom(Number)
    .default(FIRST_WEIGHT_OF_OTHERS),
});
