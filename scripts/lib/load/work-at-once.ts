import { setTimeout as sleep } from "node:timers/promises";
import type { JobId } from "@/core/ids";
import { Dice } from "@/simulation/random";
import { askServer, sendCommand, type Answered } from "./ask-server";

/** What a technician waits for. */
export type Wait = "bare page" | "floor" | "sheet" | "write";

/** Milliseconds by what was waited for, and how many answers were none. */
export interface Waits {
  readonly taken: ReadonlyMap<Wait, number[]>;
  readonly failed: ReadonlyMap<string, number>;
  readonly seconds: number;
}

export interface Crew {
  readonly origin: string;
  /** The session of each. */
  readonly cookies: readonly string[];
  readonly jobs: readonly JobId[];
  readonly seconds: number;
  /** Counted from here on: before, connections are made and caches filled. */
  readonly warmUpSeconds: number;
}

const LEAST_THINKING_MS = 500;
const MOST_THINKING_MS = 2000;

/** All of them at once: each looks at the floor, opens a sheet, writes a note, and thinks for 0.5 to 2 seconds. */
export function workAtOnce(crew: Crew): Promise<Waits> {
  return atOnce(crew, async ({ cookie, dice, note }) => {
    const { origin, jobs } = crew;
    note("floor", await askServer(`${origin}/`, { cookie }));
    const job = dice.pick(jobs);
    const sheet = await askServer(`${origin}/jobs/${job}`, { cookie, read: true });
    note("sheet", sheet);
    note(
      "write",
      await sendCommand({ origin, headers: { cookie } }, "record-note", {
        jobId: job,
        version: versionOn(sheet.text),
        text: "Looked at it again, nothing new.",
        minutes: 1,
      }),
    );
  });
}

/** The same number of requests, each for the least page that this server makes: two fields and a button. */
export function lookAtBarePage(crew: Crew): Promise<Waits> {
  return atOnce(crew, async ({ note }) => {
    for (let nth = 0; nth < 3; nth++) note("bare page", await askServer(`${crew.origin}/sign-in`));
  });
}

interface Turn {
  readonly cookie: string;
  readonly dice: Dice;
  readonly note: (wait: Wait, answered: Answered) => void;
}

async function atOnce(crew: Crew, turn: (turn: Turn) => Promise<void>): Promise<Waits> {
  const taken = new Map<Wait, number[]>();
  const failed = new Map<string, number>();
  const counting = performance.now() + crew.warmUpSeconds * 1000;
  const ending = counting + crew.seconds * 1000;
  const note = (wait: Wait, { status, ms }: Answered) => {
    if (performance.now() < counting) return;
    // A colleague was first: an answer like any other, and as dear.
    if (status >= 400 && status !== 409) failed.set(`${wait} ${status}`, (failed.get(`${wait} ${status}`) ?? 0) + 1);
    const own = taken.get(wait);
    if (own) own.push(ms);
    else taken.set(wait, [ms]);
  };
  await Promise.all(
    crew.cookies.map(async (cookie, at) => {
      const dice = new Dice(at + 1);
      await sleep(dice.between(0, MOST_THINKING_MS));
      while (performance.now() < ending) {
        await turn({ cookie, dice, note });
        await sleep(dice.between(LEAST_THINKING_MS, MOST_THINKING_MS));
      }
    }),
  );
  return { taken, failed, seconds: crew.seconds };
}

/** The version that a sheet was drawn of: what it sends with each change. */
function versionOn(html: string): number {
  const found = /\\"job\\":\{[^}]*?\\"version\\":(\d+)/.exec(html);
  if (!found) throw new Error("The sheet names no version of its job.");
  return Number(found[1]);
}
