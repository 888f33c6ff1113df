import { call } from "@/server/api/call";
import { kept } from "@/server/api/kept";
import { bookVersion } from "@/server/book/load";
import { pool } from "@/server/db/pool";
import { usableProcedures } from "@/server/views/procedures";

/** The procedures that a job may use, with the words by which each is found: what the jobs tell of each is part of that. */
export const GET = call("shop.read", null, async ({ request }) =>
  kept(request, await bookVersion(pool()), async () => ({ procedures: await usableProcedures() })),
);
