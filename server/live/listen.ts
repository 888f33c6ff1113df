import "server-only";
import { listenAlways } from "@/server/db/listen";
import { JOB_CHANNEL, type JobNews } from "./announce";

/** Whoever hears of jobs. */
interface Listener {
  readonly onNews: (news: JobNews) => void;
  /** Changes may have gone unheard: the connection that listens was lost and is there again. */
  readonly onResumed?: () => void;
}

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
    let wasLost = false;
    listenAlways(JOB_CHANNEL, {
      onNews: (payload) => {
        const news: JobNews = JSON.parse(payload);
        for (const each of listeners) each.onNews(news);
      },
      onHearing: (isHearing) => {
        if (isHearing && wasLost) for (const each of listeners) each.onResumed?.();
        wasLost = !isHearing;
      },
    });
  }
  kept.deadEndsListeners.add(listener);
  return () => kept.deadEndsListeners?.delete(listener);
}

/** How many listen right now. */
export const peopleListening = (): number => kept.deadEndsListeners?.size ?? 0;
