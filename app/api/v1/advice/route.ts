import { call } from "@/server/api/call";
import { caseInput, caseOfInput } from "@/server/api/case-input";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { adviceAnswer } from "@/server/views/advice-answer";

/** Who has been here before, and what to do next. Nothing is stored. */
export const POST = call("shop.read", caseInput, async ({ actor, input }) => {
  const db = pool();
  return adviceAnswer(db, await findSite(db, actor.siteId), await caseOfInput(db, input));
});
