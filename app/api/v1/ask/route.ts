import { askInput } from "@/server/api/ask-input";
import { call } from "@/server/api/call";
import { badInput, refuseWith } from "@/server/api/problem";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { validate } from "@/server/input";
import { ask, askJson } from "@/server/views/ask/ask";

/** One field over the book: what is what in a question, and what the shop knows of it. */
export const GET = call("shop.read", null, async ({ query, actor, now }) => {
  const asked = validate(askInput, { q: query.get("q") ?? undefined, limit: query.get("limit") ?? undefined });
  if (!asked.ok) return refuseWith(badInput(asked.problems));
  const db = pool();
  const site = await findSite(db, actor.siteId);
  return askJson(db, await ask(db, site, { typed: asked.value.q, limit: asked.value.limit, now }));
});
