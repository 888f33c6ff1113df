import { setTimeout as sleep } from "node:timers/promises";
import { item } from "@/core/place";
import type { Actor } from "@/server/auth/session";
import { listOpenJobs } from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";
import { Dice } from "@/simulation/random";
import type { Job } from "../demo-shop";
import { quantile } from "../timing";
import { askServer, type Sender } from "./ask-server";
import { closedJobs, closeIt, findCause, openLike } from "./open-jobs";

export const CLOSED_A_SECOND = 2;
const PAUSE_MS = 100;
/** An advice and its pause take no longer than this, so that there is something to close until the last. */
const LONGEST_ADVICE_S = 0.2;

interface Asking {
  readonly origin: string;
  readonly cookie: string;
  readonly lead: Actor;
  /** How many advices. */
  readonly asked: number;
}

/** Advice by itself, and while two jobs a second are being closed: milliseconds, ascending, and how many times as long the 95th percentile is. */
export async function adviceWhileClosing(asking: Asking) {
  const ready = await readyToClose(asking);
  const bodies = await casesOf(asking.lead);
  await advices(asking, bodies);
  const still = await advices(asking, bodies);
  const over = new AbortController();
  const closings = closeOneAfterAnother(
    { origin: asking.origin, headers: { cookie: asking.cookie } },
    ready,
    over.signal,
  );
  const closing = await advices(asking, bodies);
  over.abort();
  await closings;
  return { still, closing, times: quantile(closing, 0.95) / quantile(still, 0.95) };
}

/** Jobs whose cause is found. */
async function readyToClose({ lead, asked }: Asking): Promise<Job[]> {
  const closed = await closedJobs();
  const dice = new Dice(21);
  const ready: Job[] = [];
  for (let at = 0; at < Math.ceil(asked * LONGEST_ADVICE_S * CLOSED_A_SECOND); at++) {
    const like = dice.pick(closed);
    ready.push(await findCause(lead, await openLike(lead, like, dice), like));
  }
  return ready;
}

async function closeOneAfterAnother(lead: Sender, ready: readonly Job[], over: AbortSignal): Promise<void> {
  for (const job of ready) {
    if (over.aborted) return;
    await closeIt(lead, job);
    await sleep(1000 / CLOSED_A_SECOND);
  }
}

/** Bodies of `POST /api/v1/advice`: vehicles that are open, with what they show. */
async function casesOf({ siteId }: Actor): Promise<readonly string[]> {
  const jobs = (await listOpenJobs(pool(), siteId)).map(({ id }) => id);
  const { rows } = await pool().query<{ body: object }>(
    `select json_build_object('vehicle', json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine),
       'symptoms', json_build_array(json_build_object('key', s.symptom))) as body
     from job j
     join vehicle v on v.id = j.vehicle_id
     join job_symptom s on s.job_id = j.id
     where j.id = any($1) and v.engine is not null`,
    [jobs],
  );
  return rows.map(({ body }) => JSON.stringify(body));
}

/** Milliseconds of advices, one after another, ascending. */
async function advices({ origin, cookie, asked }: Asking, bodies: readonly string[]): Promise<number[]> {
  const headers = { "content-type": "application/json", origin };
  const taken: number[] = [];
  for (let at = 0; at < asked; at++) {
    const body = item(bodies, at % bodies.length);
    const { status, ms } = await askServer(`${origin}/api/v1/advice`, { method: "POST", cookie, headers, body });
    if (status !== 200) throw new Error(`advice: ${status}`);
    taken.push(ms);
    await sleep(PAUSE_MS);
  }
  return taken.sort((a, b) => a - b);
}
