import { call } from "@/server/api/call";
import { latestWorkAnswers } from "@/server/api/long-work";

/** Long work of this shop: what is under way, and what ended in the last 24 hours. */
export const GET = call("book.edit", null, async ({ actor, now }) => latestWorkAnswers(actor.siteId, now));
