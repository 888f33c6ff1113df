import { call } from "@/server/api/call";
import { loadVin } from "@/server/views/vin";

/** What a VIN says of its vehicle. A VIN that is wrong is an answer, not an error. */
export const GET = call("shop.read", null, async ({ params, now }) => loadVin(params.vin ?? "", now));
