import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { findJobByKey } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { jobAdviceAnswer } from "@/server/views/advice-answer";

/** The advice of a job on record, by its key or its id, as its sheet shows it. */
export async function GET(request: Request, { params }: RouteContext<"/api/v1/jobs/[id]/advice">): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const db = pool();
    const job = await findJobByKey(db, access.actor.siteId, (await params).id);
    if (!job) return problemResponse(problemOfRefusal({ code: "not-found", what: "job" }));
    return json(await jobAdviceAnswer(db, await findSite(db, access.actor.siteId), job));
  });
}
