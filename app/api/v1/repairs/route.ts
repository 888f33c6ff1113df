import { call } from "@/server/api/call";
import { refuseInput } from "@/server/commands/refusal";
import { pool } from "@/server/db/pool";
import { loadRepair } from "@/server/views/repair";

const KEY = /^[a-z0-9][a-z0-9-]{0,79}$/;

/** What the shop knows of repairing a cause: `?component=…&failure=…`. */
export const GET = call("shop.read", null, async ({ query }) => {
  const component = query.get("component") ?? "";
  const failure = query.get("failure");
  if (!KEY.test(component)) return refuseInput("component", "is needed: a word of the book");
  if (failure && !KEY.test(failure)) return refuseInput("failure", "is not written as it has to be");
  return loadRepair(pool(), component, failure || null);
});
