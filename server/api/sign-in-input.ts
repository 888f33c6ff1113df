import "server-only";
import Joi from "joi";

export const signInInput = Joi.object<{ readonly name: string; readonly passphrase: string }>({
  name: Joi.string().trim().max(80).required().messages({ "string.empty": "Enter your name" }),
  passphrase: Joi.string().max(200).required().messages({ "string.empty": "Enter your passphrase" }),
});
