import { openCall } from "@/server/api/call";
import { openApi } from "@/server/api/description/openapi";

/** The API in its own words, open to all. */
export const GET = openCall(null, async () => openApi);
