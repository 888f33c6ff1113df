import Joi from "joi";
import { decodeScan, scanFaultText, type Protocol } from "@/core/scan";
import { readJson } from "@/server/api/body";
import { badInput, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { validate } from "@/server/input";

const input = Joi.object<{ protocol: Protocol; frames: string[] }>({
  protocol: Joi.string().valid("can", "serial").required(),
  frames: Joi.array().items(Joi.string().allow("").max(4096)).max(2000).required(),
});

/** Decodes the responses of control modules. Nothing is stored; what cannot be read is named with its place. */
export async function POST(request: Request): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const body = await readJson(request);
    if (!body.ok) return problemResponse(body.problem);
    const parsed = validate(input, body.value);
    if (!parsed.ok) return problemResponse(badInput(parsed.problems));
    const { faults, ...decoded } = decodeScan(parsed.value.frames, parsed.value.protocol);
    const problems = faults.map(({ frame, fault }) => ({ path: `frames[${frame}]`, message: scanFaultText(fault) }));
    return json({ ...decoded, problems });
  });
}
