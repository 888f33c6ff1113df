import { call } from "@/server/api/call";
import { metricsText } from "@/server/watch/metrics";

/** What to watch, for Prometheus. */
export const GET = call("shop.read", null, async () => {
  const { type, text } = await metricsText();
  return new Response(text, { headers: { "content-type": type, "cache-control": "no-store" } });
});
