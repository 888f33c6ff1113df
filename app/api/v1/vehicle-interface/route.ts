import { call } from "@/server/api/call";
import { vehicleInterface } from "@/server/devices/vehicle-interface";

/** The vehicles that are plugged in; `connected` is false where the shop has no interface or it does not answer. */
export const GET = call("job.record", null, async () => {
  try {
    const vehicles = await vehicleInterface()?.vehicles();
    return { connected: vehicles !== undefined, vehicles: vehicles ?? [] };
  } catch {
    return { connected: false, vehicles: [] };
  }
});
