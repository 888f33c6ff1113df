import { problemOfRefusal, problemResponse } from "@/server/api/problem";
import { checkAccess, guarded } from "@/server/api/route";
import { asJobId } from "@/core/ids";
import { findJob } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { hearJobs } from "@/server/live/listen";

/** Proxies drop a connection that says nothing for a minute. */
const HEARTBEAT_MS = 25_000;

/** Server-sent events: the version of the job after every change, whoever made it; `files` where a picture came or went. */
export async function GET(request: Request, { params }: RouteContext<"/api/v1/jobs/[id]/live">): Promise<Response> {
  return guarded(async () => {
    const access = await checkAccess(request, "shop.read", new Date());
    if (!access.ok) return problemResponse(access.problem);
    const id = asJobId((await params).id);
    const job = id && (await findJob(pool(), access.actor.siteId, id));
    if (!job) return problemResponse(problemOfRefusal({ code: "not-found", what: "job" }));
    return new Response(versions(job.id, job.version, request.signal), {
      headers: { "content-type": "text/event-stream", "cache-control": "no-store", "x-accel-buffering": "no" },
    });
  });
}

function versions(jobId: string, version: number, gone: AbortSignal): ReadableStream<Uint8Array> {
  const encoder = new TextEncoder();
  return new ReadableStream({
    start(controller) {
      const send = (text: string) => controller.enqueue(encoder.encode(text));
      send(`data: ${version}\n\n`);
      const stopHearing = hearJobs((news) => {
        if (news.jobId === jobId) send(`${news.files ? "event: files\n" : ""}data: ${news.version}\n\n`);
      });
      const heartbeat = setInterval(() => send(": still here\n\n"), HEARTBEAT_MS);
      gone.addEventListener("abort", () => {
        stopHearing();
        clearInterval(heartbeat);
        controller.close();
      });
    },
  });
}
