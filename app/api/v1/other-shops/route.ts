import { call } from "@/server/api/call";
import { readOtherShops } from "@/server/db/other-shops";
import { pool } from "@/server/db/pool";

/** Other shops whose casebooks are here, with what one of their jobs counts beside one of ours. */
export const GET = call("book.edit", null, async () =>
  (await readOtherShops(pool())).map(({ id, name, weightMilli, jobs, broughtAt }) => ({
    id,
    name,
    weight: weightMilli / 1000,
    jobs,
    broughtAt,
  })),
);
