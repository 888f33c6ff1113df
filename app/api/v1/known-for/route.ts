import { call } from "@/server/api/call";
import { knownForInput } from "@/server/api/case-input";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { findVehicle } from "@/server/db/vehicles";
import { loadKnownFor } from "@/server/views/known-for";

/** What such a vehicle is known for at its odometer: what comes due, what a maker pays, and the minutes to check each. */
export const POST = call("shop.read", knownForInput, async ({ actor, input: { vehicle, odometerKm }, now }) => {
  const db = pool();
  const vin = vehicle.vin ?? null;
  const known = vin ? await findVehicle(db, actor.siteId, { vin, plate: null }) : null;
  const asked = known ? { ...vehicle, id: known.id, built: vehicle.built ?? known.built } : vehicle;
  return { known: await loadKnownFor(db, await findSite(db, actor.siteId), asked, { odometerKm, now }) };
});
