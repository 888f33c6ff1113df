import { call } from "@/server/api/call";
import { streamed } from "@/server/api/stream";
import { exportTable, isTableName } from "@/server/casebook/tables";
import { refuse } from "@/server/commands/refusal";
import { pool } from "@/server/db/pool";

/** The site's jobs, tests or parts as CSV: `jobs.csv`, `tests.csv`, `parts.csv`. */
export const GET = call("book.edit", null, async ({ actor, params }) => {
  const name = /^([a-z]+)\.csv$/.exec(params.table ?? "")?.[1] ?? "";
  if (!isTableName(name)) return refuse({ code: "not-found", what: "table" });
  return streamed(exportTable(pool(), actor.siteId, name), { name: `${name}.csv`, type: "text/csv; charset=utf-8" });
});
