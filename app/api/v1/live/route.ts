import { call } from "@/server/api/call";
import { credentialOf } from "@/server/api/route";
import { openVersions } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { newsStream } from "@/server/live/stream";

/**
 * Server-sent events of the whole shop: first the version of every open job, then each job's after every change, whoever made it. One stream
 * serves all pages of a browser.
 */
export const GET = call("shop.read", null, async ({ request, actor }) => {
  const actorAt = await credentialOf(request);
  const isAllowed = async () => (await actorAt(new Date()).catch(() => null)) !== null;
  const { siteId } = actor;
  const versions = () => openVersions(pool(), siteId);
  const reader = { siteId, first: await versions(), versions, gone: request.signal, isAllowed };
  return new Response(newsStream(reader), {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
  });
});
