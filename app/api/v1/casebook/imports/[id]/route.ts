import { isUuid, type CommandId } from "@/core/ids";
import { call } from "@/server/api/call";
import { progressOf } from "@/server/casebook/progress";
import { refuse } from "@/server/commands/refusal";

/** How far the import that was sent under this Idempotency-Key is; 404 before it was read and once it is over. */
export const GET = call("book.edit", null, async ({ params }) => {
  const id = (params.id ?? "").toLowerCase();
  const progress = isUuid(id) ? progressOf(id as CommandId) : null;
  return progress ?? refuse({ code: "not-found", what: "import under way" });
});
