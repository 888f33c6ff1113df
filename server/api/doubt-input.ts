import "server-only";
import Joi from "joi";

export interface DoubtInput {
  readonly shown?: number;
  readonly tries?: number;
  readonly oneIn?: number;
  readonly cleanTries: number;
  readonly confidence: number;
}

const whole = () => Joi.number().integer().min(0).max(1_000_000);
/** How sure one may ask to be. */
export const confidenceInput = () => Joi.number().min(0.5).max(0.999);

/** What it did before the repair (or what the customer says), and how often it was tried since. */
export const doubtInput = Joi.object<DoubtInput>({
  shown: whole().min(1),
  tries: whole().min(1),
  oneIn: Joi.number().min(1).max(1e9),
  cleanTries: whole().required(),
  confidence: confidenceInput().required(),
})
  .xor("shown", "oneIn")
  .and("shown", "tries");
