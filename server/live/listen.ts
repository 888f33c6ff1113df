import "server-only";
import { listenAlways } from "@/server/db/listen";
import { JOB_CHANNEL, type JobNews } from "./announce";

type Listener = (news: JobNews) => void;

const kept: typeof globalThis & { deadEndsListeners?: Set<Listener> } = globalThis;

/**
 * Hears of every changed job, whichever instance changed it. One database connection listens for the whole process and is
 * made again when it breaks.
 * @returns a function that stops listening
 */
export function hearJobs(listener: Listener): () => void {
  if (!kept.deadEndsListeners) {
    const listeners = new Set<Listener>();
    kept.deadEndsListeners = listeners;
    listenAlways(JOB_CHANNEL, {
      onNews: (payload) => {
        const news: JobNews = JSON.parse(payload);
        for (const each of listeners) each(news);
      },
    });
  }
  kept.deadEndsListeners.add(listener);
  return () => kept.deadEndsListeners?.delete(listener);
}

/** How many listen right now. */
export const peopleListening = (): number => kept.deadEndsListeners?.size ?? 0;
