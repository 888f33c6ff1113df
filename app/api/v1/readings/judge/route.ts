import Joi from "joi";
import { explainJudgement, judge, type JudgeRequest } from "@/core/measure";
import { readJson } from "@/server/api/body";
import { badInput, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { reading, validate } from "@/server/input";
import { instrumentInput, judgeContextInput, specInput } from "@/server/spec-input";

const input = Joi.object<JudgeRequest>({
  spec: specInput().required(),
  reading: reading().required(),
  context: judgeContextInput().allow(null),
  instrument: instrumentInput().allow(null),
});

/** Judges one reading against one spec. Nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const body = await readJson(request);
    if (!body.ok) return problemResponse(body.problem);
    const parsed = validate(input, body.value);
    if (!parsed.ok) return problemResponse(badInput(parsed.problems));
    const result = judge(parsed.value);
    if (!result.ok) return problemResponse(badInput(result.problems));
    const { verdict, side, value, low, high } = result.judgement;
    return json({ verdict, side, value, low, high, reason: explainJudgement(result.judgement, parsed.value.spec) });
  });
}
