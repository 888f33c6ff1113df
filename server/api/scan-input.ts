import "server-only";
import Joi from "joi";
import type { Protocol } from "@/core/scan";

/** Control modules' responses as hexadecimal bytes. */
export const scanInput = Joi.object<{ readonly protocol: Protocol; readonly frames: string[] }>({
  protocol: Joi.string().valid("can", "serial").required(),
  frames: Joi.array().items(Joi.string().allow("").max(4096)).max(2000).required(),
});
