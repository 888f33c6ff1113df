import { call } from "@/server/api/call";
import { kept } from "@/server/api/kept";
import { usableProcedures } from "@/server/views/procedures";

/** The procedures that a job may use, with the words by which each is found. */
export const GET = call("shop.read", null, async ({ request }) =>
  kept(request, { procedures: await usableProcedures() }),
);
