import { asJobId } from "@/core/ids";
import { call } from "@/server/api/call";
import { credentialOf } from "@/server/api/route";
import { refuse } from "@/server/commands/refusal";
import { findJob } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { hearJobs } from "@/server/live/listen";

/** Proxies drop a connection that says nothing for a minute. */
const HEARTBEAT_MS = 25_000;

/** Server-sent events: the version of the job after every change, whoever made it; `files` where a picture came or went. */
export const GET = call("shop.read", null, async ({ request, actor, params }) => {
  const id = asJobId(params.id ?? "");
  const job = id && (await findJob(pool(), actor.siteId, id));
  if (!job) return refuse({ code: "not-found", what: "job" });
  const actorAt = await credentialOf(request);
  const isAllowed = async () => (await actorAt(new Date()).catch(() => null)) !== null;
  return new Response(versions(job, { gone: request.signal, isAllowed }), {
    headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
  });
});

interface Reader {
  readonly gone: AbortSignal;
  /** Whether whoever reads is still signed in. */
  readonly isAllowed: () => Promise<boolean>;
}

interface Watched {
  readonly id: string;
  readonly version: number;
}

function versions({ id, version }: Watched, { gone, isAllowed }: Reader): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    start(controller) {
      let over = false;
      const end = () => {
        if (over) return;
        over = true;
        stopHearing();
        clearInterval(heartbeat);
        controller.close();
      };
      /** The stream ends with the session: nothing is told to whoever was signed out. */
      const send = async (text: string) => {
        if (!(await isAllowed())) end();
        else if (!over) controller.enqueue(encoder.encode(text));
      };
      controller.enqueue(encoder.encode(`data: ${version}\n\n`));
      const stopHearing = hearJobs((news) => {
        if (news.jobId === id) void send(`${news.files ? "event: files\n" : ""}data: ${news.version}\n\n`);
      });
      const heartbeat = setInterval(() => void send(": still here\n\n"), HEARTBEAT_MS);
      gone.addEventListener("abort", end);
    },
  });
}
