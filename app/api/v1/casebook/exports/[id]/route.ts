import { isUuid } from "@/core/ids";
import { call } from "@/server/api/call";
import { streamed } from "@/server/api/stream";
import { nameOfExport } from "@/server/casebook/queued-export";
import { refuse } from "@/server/commands/refusal";
import { fileOf } from "@/server/queue/file";

/** The file of a casebook that was made in the queue, by its work's id, for a day. */
export const GET = call("book.edit", null, async ({ params, actor, now }) => {
  const id = (params.id ?? "").toLowerCase();
  const name = isUuid(id) ? await nameOfExport(actor.siteId, id, now) : null;
  if (!name) return refuse({ code: "not-found", what: "file" });
  return streamed(fileOf(id), { name, type: "application/json; charset=utf-8" });
});
