import "server-only";
import Joi from "joi";
import type { JudgeRequest } from "@/core/measure";
import { reading } from "@/server/input";
import { instrumentInput, judgeContextInput, specInput } from "@/server/spec-input";

/** One reading, the spec it is held against, what was round about, and the instrument's uncertainty. */
export const judgeInput = Joi.object<JudgeRequest>({
  spec: specInput().required(),
  reading: reading().required(),
  context: judgeContextInput().allow(null),
  instrument: instrumentInput().allow(null),
});
