import { readJson } from "@/server/api/body";
import { badInput, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { caseInput, caseOfInput } from "@/server/api/case-input";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { validate } from "@/server/input";
import { adviceAnswer } from "@/server/views/advice-answer";

/** Who has been here before, and what to do next. Nothing is stored. */
export async function POST(request: Request): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const body = await readJson(request);
    if (!body.ok) return problemResponse(body.problem);
    const parsed = validate(caseInput, body.value);
    if (!parsed.ok) return problemResponse(badInput(parsed.problems));
    const db = pool();
    const site = await findSite(db, access.actor.siteId);
    return json(await adviceAnswer(db, site, await caseOfInput(db, parsed.value)));
  });
}
