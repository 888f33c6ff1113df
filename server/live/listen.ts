import "server-only";
import { log } from "@/server/log";
import { listenOn } from "@/server/db/listen";
import { JOB_CHANNEL, type JobNews } from "./announce";

type Listener = (news: JobNews) => void;

const kept: typeof globalThis & { deadEndsListeners?: Set<Listener> } = globalThis;
const RETRY_MS = 1000;

/**
 * Hears of every changed job, whichever instance changed it. One database connection listens for the whole process and is
 * made again when it breaks.
 * @returns a function that stops listening
 */
export function hearJobs(listener: Listener): () => void {
  if (!kept.deadEndsListeners) {
    kept.deadEndsListeners = new Set();
    void keepListening(kept.deadEndsListeners);
  }
  kept.deadEndsListeners.add(listener);
  return () => kept.deadEndsListeners?.delete(listener);
}

async function keepListening(listeners: Set<Listener>): Promise<never> {
  for (;;) {
    try {
      await listenOn(JOB_CHANNEL, (payload) => {
        const news: JobNews = JSON.parse(payload);
        for (const listener of listeners) listener(news);
      });
    } catch (error) {
      log().warn({ err: error }, "live changes: connection lost, trying again");
    }
    await new Promise((done) => setTimeout(done, RETRY_MS));
  }
}
