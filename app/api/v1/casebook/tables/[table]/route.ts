import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded } from "@/server/api/route";
import { streamed } from "@/server/api/stream";
import { exportTable, isTableName } from "@/server/casebook/tables";
import { pool } from "@/server/db/pool";

/** Jobs, tests or parts as CSV: `jobs.csv`, `tests.csv`, `parts.csv`. */
export async function GET(request: Request, { params }: { params: Promise<{ table: string }> }): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "book.edit", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const name = /^([a-z]+)\.csv$/.exec((await params).table)?.[1] ?? "";
    if (!isTableName(name)) return problemResponse(problemOfRefusal({ code: "not-found", what: "table" }));
    return streamed(exportTable(pool(), name), { name: `${name}.csv`, type: "text/csv; charset=utf-8" });
  });
}
