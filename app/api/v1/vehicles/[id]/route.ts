import { asVehicleId } from "@/core/ids";
import { call } from "@/server/api/call";
import { refuse } from "@/server/commands/refusal";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { loadVehicleHistory } from "@/server/views/vehicle-history";

/** A vehicle with its jobs, the latest first, and the parts that were fitted to it. */
export const GET = call("shop.read", null, async ({ actor, params }) => {
  const id = asVehicleId(params.id ?? "");
  const history = id && (await loadVehicleHistory(await findSite(pool(), actor.siteId), id));
  return history ?? refuse({ code: "not-found", what: "vehicle" });
});
