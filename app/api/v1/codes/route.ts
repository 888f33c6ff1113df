import { writeCodeList } from "@/core/codes";
import { call } from "@/server/api/call";
import { allCodeEntries } from "@/server/db/code-entries";
import { pool } from "@/server/db/pool";

/** The shop's own code dictionary as CSV. */
export const GET = call(
  "shop.read",
  null,
  async () =>
    new Response(writeCodeList(await allCodeEntries(pool())), {
      headers: {
        "content-type": "text/csv; charset=utf-8",
        "content-disposition": 'attachment; filename="codes.csv"',
        "cache-control": "no-store",
      },
    }),
);
