import { call } from "@/server/api/call";
import { pool } from "@/server/db/pool";
import { loadKnownFailures } from "@/server/views/known-failures";

/** The known failures, each with its grade as the jobs here work it out. */
export const GET = call("shop.read", null, () => loadKnownFailures(pool()));
