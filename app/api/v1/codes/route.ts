import { writeCodeList } from "@/core/codes";
import { problemResponse } from "@/server/api/problem";
import { checkAccess, guarded } from "@/server/api/route";
import { allCodeEntries } from "@/server/db/code-entries";
import { pool } from "@/server/db/pool";

/** The shop's own code dictionary as CSV. */
export async function GET(request: Request): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    return new Response(writeCodeList(await allCodeEntries(pool())), {
      headers: {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": 'attachment; filename="codes.csv"',
        "cache-control": "no-store",
      },
    });
  });
}
