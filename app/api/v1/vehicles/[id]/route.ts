import { asVehicleId } from "@/core/ids";
import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded, json } from "@/server/api/route";
import { findSite } from "@/server/db/sites";
import { pool } from "@/server/db/pool";
import { loadVehicleHistory } from "@/server/views/vehicle-history";

/** A vehicle with its jobs, the latest first, and the parts that were fitted to it. */
export async function GET(request: Request, { params }: RouteContext<"/api/v1/vehicles/[id]">): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const id = asVehicleId((await params).id);
    const history = id && (await loadVehicleHistory(await findSite(pool(), access.actor.siteId), id));
    if (!history) return problemResponse(problemOfRefusal({ code: "not-found", what: "vehicle" }));
    return json(history);
  });
}
