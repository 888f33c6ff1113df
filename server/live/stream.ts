import "server-only";
import type { SiteId } from "@/core/ids";
import { hearJobs } from "./listen";

/** Proxies drop a connection that says nothing for a minute. */
const HEARTBEAT_MS = 25_000;

type Versions = Readonly<Record<string, number>>;

interface Reader {
  readonly siteId: SiteId;
  /** The version of every job that is open: what a reader may have missed. */
  readonly first: Versions;
  /** The same as it is later. */
  readonly versions: () => Promise<Versions>;
  readonly gone: AbortSignal;
  /** Whether whoever reads is still signed in. */
  readonly isAllowed: () => Promise<boolean>;
}

/** What changes on the jobs of a site, as server-sent events: `{ jobId, version, files }`. The stream ends with the session. */
export function newsStream({ siteId, first, versions, gone, isAllowed }: Reader): ReadableStream<Uint8Array> {
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
      /** Nothing is told to whoever was signed out. */
      const send = async (text: string) => {
        if (!(await isAllowed())) end();
        else if (!over) controller.enqueue(encoder.encode(text));
      };
      controller.enqueue(encoder.encode(versionsEvent(first)));
      const stopHearing = hearJobs({
        onNews: (news) => {
          if (news.siteId !== siteId) return;
          const { jobId, version, files = false } = news;
          void send(`data: ${JSON.stringify({ jobId, version, files })}\n\n`);
        },
        // Where that cannot be told, the reader asks again by itself.
        onResumed: () => void versions().then((now) => send(versionsEvent(now)), end),
      });
      const heartbeat = setInterval(() => void send(": still here\n\n"), HEARTBEAT_MS);
      gone.addEventListener("abort", end);
    },
  });
}

const versionsEvent = (versions: Versions) => `event: versions\ndata: ${JSON.stringify(versions)}\n\n`;
