import { problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { searchText } from "@/server/search-text";
import { pool } from "@/server/db/pool";
import { searchVehicles } from "@/server/db/vehicles";

const LEAST_LETTERS = 2;
/** A VIN; no plate is longer. */
const LONGEST = 17;

/** Vehicles that the shop knows whose plate or VIN begins with `search`. */
export async function GET(request: Request): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const search = searchText(new URL(request.url).searchParams.get("search"), LONGEST);
    return json({ vehicles: search.length < LEAST_LETTERS ? [] : await searchVehicles(pool(), search) });
  });
}
