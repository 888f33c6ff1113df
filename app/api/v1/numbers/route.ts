import { call } from "@/server/api/call";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { loadNumbers } from "@/server/views/numbers";
import { numbersCsv } from "@/server/views/numbers-csv";

/** What closed jobs say of the work, as CSV: `?from=…&to=…&model=…&person=…`. */
export const GET = call("shop.read", null, async ({ actor, query }) => {
  const of = (name: string) => query.get(name) ?? "";
  const asked = { from: of("from"), to: of("to"), model: of("model"), person: of("person") };
  const view = await loadNumbers(await findSite(pool(), actor.siteId), actor, asked);
  return new Response(numbersCsv(view), {
    headers: {
      "content-type": "text/csv; charset=utf-8",
      "content-disposition": 'attachment; filename="numbers.csv"',
      "cache-control": "no-store",
    },
  });
});
