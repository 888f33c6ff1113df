import { call } from "@/server/api/call";
import { refuse } from "@/server/commands/refusal";
import { findJobByKey } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { loadTrail } from "@/server/views/whole-trail";

/** Every entry of a job, oldest first, by its key or its id: a sheet brings the latest of a long trail alone. */
export const GET = call("shop.read", null, async ({ actor, params }) => {
  const job = await findJobByKey(pool(), actor.siteId, params.id ?? "");
  return job ? { entries: await loadTrail(job.id) } : refuse({ code: "not-found", what: "job" });
});
