import { call } from "@/server/api/call";
import { pool } from "@/server/db/pool";
import { searchVehicles } from "@/server/db/vehicles";
import { searchText } from "@/server/search-text";

const LEAST_LETTERS = 2;
/** A VIN; no plate is longer. */
const LONGEST = 17;

/** Vehicles that the shop knows whose plate or VIN begins with `search`. */
export const GET = call("shop.read", null, async ({ actor, query }) => {
  const search = searchText(query.get("search"), LONGEST);
  return { vehicles: search.length < LEAST_LETTERS ? [] : await searchVehicles(pool(), actor.siteId, search) };
});
