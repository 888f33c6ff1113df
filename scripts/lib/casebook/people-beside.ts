import { setTimeout as sleep } from "node:timers/promises";
import { openLike, closedJobs, closeIt, findCause } from "../load/open-jobs";
import { askServer } from "../load/ask-server";
import { changeJobBy, type Job } from "../demo-shop";
import { quantile } from "../timing";
import type { Actor } from "@/server/auth/session";
import { Dice } from "@/simulation/random";

const PAUSE_MS = 150;

/** What people do meanwhile, by its name: milliseconds, in the order in which they were measured. */
export type Beside = ReadonlyMap<string, readonly number[]>;

interface Shop {
  readonly origin: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly lead: Actor;
}

/** Looks at the floor, writes a note, asks for advice and closes a job, one after another, until it is over. */
export async function peopleAtWork({ origin, headers, lead }: Shop, over: AbortSignal): Promise<Beside> {
  const taken = new Map<string, number[]>();
  const measured = async (name: string, work: () => Promise<unknown>) => {
    const begun = performance.now();
    await work();
    const own = taken.get(name) ?? [];
    taken.set(name, own);
    own.push(performance.now() - begun);
  };
  const page = async (path: string) => {
    const { status } = await askServer(`${origin}${path}`, { method: "GET", headers });
    if (status >= 400) throw new Error(`${path}: ${status}`);
  };
  const dice = new Dice(4);
  const closed = await closedJobs();
  const next = async (): Promise<Job> => {
    const like = dice.pick(closed);
    return findCause(lead, await openLike(lead, like, dice), like);
  };
  let job = await next();
  while (!over.aborted) {
    await measured("health", () => page("/api/v1/health"));
    await measured("known failures", () => page("/api/v1/patterns"));
    await measured("advice of a job", () => page(`/api/v1/jobs/${job.jobId}/advice`));
    await measured("a note", async () => {
      job = await changeJobBy(lead, "record-note", { ...job, text: "looked at it again" });
    });
    await measured("closing a job", () => closeIt({ origin, headers }, job));
    await measured("opening a job, to its cause", async () => (job = await next()));
    await sleep(PAUSE_MS);
  }
  return taken;
}

/** "a note 12 / 40 ms (95 %) / 60 at most", for each. */
export function besideText(beside: Beside): string {
  return [...beside]
    .map(([name, list]) => {
      const sorted = [...list].sort((a, b) => a - b);
      const ms = [quantile(sorted, 0.5), quantile(sorted, 0.95), sorted.at(-1) ?? 0].map(Math.round);
      return `  ${name.padEnd(28)} ${ms.join(" / ")} ms`;
    })
    .join("\n");
}
