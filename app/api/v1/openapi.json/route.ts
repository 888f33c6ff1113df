import { openApi } from "@/server/api/openapi";
import { json } from "@/server/api/route";

/** The API in its own words, open to all. */
export function GET(): Response {
  return json(openApi);
}
