import { call } from "@/server/api/call";
import { pool } from "@/server/db/pool";
import { loadProposals } from "@/server/views/known-failures";

/** What the jobs themselves propose: causes that are over-represented in a group of vehicles. */
export const GET = call("shop.read", null, () => loadProposals(pool()));
