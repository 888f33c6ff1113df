import { isUuid, type CommandId } from "@/core/ids";
import { call } from "@/server/api/call";
import { workAnswer } from "@/server/api/long-work";
import { refuse } from "@/server/commands/refusal";
import { workOfCommand } from "@/server/db/long-work";
import { pool } from "@/server/db/pool";

/** How far the import that was sent under this Idempotency-Key is, and what came of it. */
export const GET = call("book.edit", null, async ({ params, actor }) => {
  const id = (params.id ?? "").toLowerCase();
  const work = isUuid(id) ? await workOfCommand(pool(), actor.siteId, id as CommandId) : null;
  return work ? workAnswer(work) : refuse({ code: "not-found", what: "import" });
});
