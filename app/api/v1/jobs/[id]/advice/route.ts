import { call } from "@/server/api/call";
import { refuse } from "@/server/commands/refusal";
import { findJobByKey } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { jobAdviceAnswer } from "@/server/views/advice-answer";

/** The advice of a job on record, by its key or its id, as its sheet shows it. */
export const GET = call("shop.read", null, async ({ actor, params }) => {
  const db = pool();
  const job = await findJobByKey(db, actor.siteId, params.id ?? "");
  if (!job) return refuse({ code: "not-found", what: "job" });
  return jobAdviceAnswer(db, await findSite(db, actor.siteId), job);
});
