/** Lets many technicians work at once on a running demo, and prints what they waited for, beside the least page of the same server. */
import { readFileSync } from "node:fs";
import { setTimeout as sleep } from "node:timers/promises";
import { parseArgs } from "node:util";
import { item } from "@/core/place";
import type { JobId } from "@/core/ids";
import { startSession, type Actor } from "@/server/auth/session";
import { listOpenJobs } from "@/server/db/job-lists";
import { findPersonByName } from "@/server/db/people";
import { pool } from "@/server/db/pool";
import { firstSite } from "@/server/db/sites";
import { Dice } from "@/simulation/random";
import { askServer } from "./lib/load/ask-server";
import { closedJobs, closeIt, findCause, openLike, type Job } from "./lib/load/open-jobs";
import { lookAtBarePage, workAtOnce, type Crew, type Waits } from "./lib/load/work-at-once";
import { program } from "./lib/program";
import { quantile } from "./lib/timing";

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    technicians: { type: "string", default: "200" },
    jobs: { type: "string", default: "40,400" },
    seconds: { type: "string", default: "60" },
    advices: { type: "string", default: "300" },
    soak: { type: "string", default: "0" },
  },
});
const [origin = "", server = ""] = positionals;
const technicians = Number(values.technicians);
const seconds = Number(values.seconds);
const advicesAsked = Number(values.advices);
const WARM_UP_SECONDS = 15;
const SHOWN_MS = 300;
const MOST_TIMES_BARE = 5;
/** How much slower advice may be while jobs are being closed. */
const MOST_TIMES_STILL = 1.3;
const CLOSED_A_SECOND = 2;

const say = (text: string) => process.stdout.write(`${text}\n`);
const pair = (taken: readonly number[]) =>
  `${quantile(taken, 0.5).toFixed(0)} / ${quantile(taken, 0.95).toFixed(0)}`.padStart(15);

/** MiB of the web server that are in memory now. */
function memoryMib(): number {
  const found = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${server}/status`, "utf8"));
  return Math.round(Number(found?.[1] ?? 0) / 1024);
}

function tell(waits: Waits, bare: number): boolean {
  let kept = true;
  for (const [wait, unsorted] of waits.taken) {
    const taken = [...unsorted].sort((a, b) => a - b);
    const p95 = quantile(taken, 0.95);
    const times = p95 / bare;
    const isKept = wait === "bare page" || (p95 <= SHOWN_MS && (wait === "write" || times <= MOST_TIMES_BARE));
    kept &&= isKept;
    const beside =
      wait === "bare page" ? "" : `   x ${times.toFixed(1)} of the bare page${isKept ? "" : "   more than wanted"}`;
    say(
      `  ${wait.padEnd(12)}${pair(taken)}   ${(taken.length / waits.seconds).toFixed(0).padStart(4)} a second${beside}`,
    );
  }
  for (const [what, times] of waits.failed) say(`  ${what}: ${times} times`);
  return kept && waits.failed.size === 0;
}

/** Milliseconds of advices, one after another, ascending. */
async function advices(cookie: string, jobs: readonly JobId[]): Promise<number[]> {
  const { rows } = await pool().query<{ body: object }>(
    `select json_build_object('vehicle', json_build_object('make', v.make, 'model', v.model, 'year', v.year, 'engine', v.engine),
       'symptoms', json_build_array(json_build_object('key', s.symptom))) as body
     from job j
     join vehicle v on v.id = j.vehicle_id
     join job_symptom s on s.job_id = j.id
     where j.id = any($1) and v.engine is not null`,
    [jobs],
  );
  const taken: number[] = [];
  for (let at = 0; at < advicesAsked; at++) {
    const body = JSON.stringify(item(rows, at % rows.length).body);
    const headers = { "content-type": "application/json", origin };
    const answered = await askServer(`${origin}/api/v1/advice`, { method: "POST", cookie, headers, body });
    if (answered.status !== 200) throw new Error(`advice: ${answered.status}`);
    taken.push(answered.ms);
    await sleep(100);
  }
  return taken.sort((a, b) => a - b);
}

await program(async () => {
  const site = await firstSite(pool());
  const person = await findPersonByName(pool(), "Ilka Venn");
  if (!site || !person) throw new Error("This is not the demo's database.");
  const lead: Actor = { personId: person.id, siteId: site.id, name: person.name, role: person.role, tokenId: null };
  const cookies = await Promise.all(
    Array.from(
      { length: technicians },
      async () => `dead_ends_session=${await startSession(pool(), lead.personId, new Date())}`,
    ),
  );
  const closed = await closedJobs();
  const dice = new Dice(20);
  let kept = true;
  for (const size of values.jobs.split(",").map(Number)) {
    for (let there = (await listOpenJobs(pool(), site.id)).length; there < size; there++)
      await openLike(lead, dice.pick(closed), dice);
    const jobs = (await listOpenJobs(pool(), site.id)).map(({ id }) => id);
    const crew: Crew = { origin, cookies, jobs, seconds, warmUpSeconds: WARM_UP_SECONDS };
    say(`${technicians} technicians, ${jobs.length} open jobs, ${seconds} s; median / 95 % in ms:`);
    const bare = await lookAtBarePage(crew);
    const bareMs = quantile(
      [...(bare.taken.get("bare page") ?? [])].sort((a, b) => a - b),
      0.95,
    );
    tell(bare, bareMs);
    kept = tell(await workAtOnce(crew), bareMs) && kept;
    say(`  the server's memory: ${memoryMib()} MiB`);
  }
  if (advicesAsked) kept = (await adviceWhileClosing(lead, item(cookies, 0))) && kept;
  await soak(Number(values.soak), { origin, cookies, jobs: (await listOpenJobs(pool(), site.id)).map(({ id }) => id) });
  say(kept ? "All as wanted." : "Not all is as wanted: see above.");

  /** Advice by itself, and while two jobs a second are being closed. */
  async function adviceWhileClosing(by: Actor, cookie: string): Promise<boolean> {
    const jobs = (await listOpenJobs(pool(), by.siteId)).map(({ id }) => id);
    const ready: Job[] = [];
    for (let at = 0; at < Math.ceil(advicesAsked * 0.2 * CLOSED_A_SECOND); at++) {
      const like = dice.pick(closed);
      ready.push(await findCause(by, await openLike(by, like, dice), like));
    }
    await advices(cookie, jobs);
    const still = await advices(cookie, jobs);
    let isAsking = true;
    const closing = (async () => {
      for (let job = ready.pop(); isAsking && job; job = ready.pop()) {
        await closeIt(by, job);
        await sleep(1000 / CLOSED_A_SECOND);
      }
    })();
    const meanwhile = await advices(cookie, jobs);
    isAsking = false;
    await closing;
    const times = quantile(meanwhile, 0.95) / quantile(still, 0.95);
    say("Advice, one after another; median / 95 % in ms:");
    say(`  nothing else${pair(still)}`);
    say(`  ${CLOSED_A_SECOND} jobs a second are being closed${pair(meanwhile)}   x ${times.toFixed(2)}`);
    return times <= MOST_TIMES_STILL;
  }
});

/** Goes on for so many minutes and says each minute what memory the server takes. */
async function soak(minutes: number, crew: Omit<Crew, "seconds" | "warmUpSeconds">): Promise<void> {
  const found: number[] = [];
  for (let minute = 0; minute < minutes; minute++) {
    await workAtOnce({ ...crew, seconds: 60, warmUpSeconds: 0 });
    found.push(memoryMib());
  }
  if (found.length) say(`The server's memory, minute by minute, in MiB: ${found.join(" ")}`);
}
