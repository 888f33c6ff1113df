/** Lets many technicians work at once on a running demo, and prints what they waited for, beside the least page of the same server. */
import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";
import { item } from "@/core/place";
import { SESSION_COOKIE, startSession } from "@/server/auth/session";
import { listOpenJobs } from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";
import { Dice } from "@/simulation/random";
import { demoShop } from "./lib/demo-shop";
import { adviceWhileClosing, CLOSED_A_SECOND } from "./lib/load/advice-while-closing";
import { closedJobs, openLike } from "./lib/load/open-jobs";
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
const WANTED_MS = 300;
const MOST_TIMES_BARE = 5;
/** How much slower advice may be while jobs are being closed. */
const MOST_TIMES_STILL = 1.3;

const say = (text: string) => process.stdout.write(`${text}\n`);
const pair = (taken: readonly number[]) =>
  `${quantile(taken, 0.5).toFixed(0)} / ${quantile(taken, 0.95).toFixed(0)}`.padStart(15);

/** MiB of the web server that are in memory now, and that were at the most since it began. */
function memoryMib(): string {
  const status = readFileSync(`/proc/${server}/status`, "utf8");
  const mib = (what: string) =>
    Math.round(Number(new RegExp(`${what}:\\s+(\\d+) kB`).exec(status)?.[1] ?? Number.NaN) / 1024);
  return `${mib("VmRSS")} MiB, ${mib("VmHWM")} at the most`;
}

function tell(waits: Waits, bare: number): boolean {
  let kept = true;
  for (const [wait, unsorted] of waits.taken) {
    const taken = [...unsorted].sort((a, b) => a - b);
    const p95 = quantile(taken, 0.95);
    const times = p95 / bare;
    const isKept = wait === "bare page" || (p95 <= WANTED_MS && (wait === "write" || times <= MOST_TIMES_BARE));
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

await program(async () => {
  const { site, actor: lead } = await demoShop();
  const cookies = await Promise.all(
    Array.from(
      { length: technicians },
      async () => `${SESSION_COOKIE}=${await startSession(pool(), lead.personId, new Date())}`,
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
    say(`  the server's memory: ${memoryMib()}`);
  }
  if (advicesAsked) {
    const { still, closing, times } = await adviceWhileClosing({
      origin,
      cookie: item(cookies, 0),
      lead,
      asked: advicesAsked,
    });
    say("Advice, one after another; median / 95 % in ms:");
    say(`  nothing else${pair(still)}`);
    say(`  ${CLOSED_A_SECOND} jobs a second are being closed${pair(closing)}   x ${times.toFixed(2)}`);
    kept = times <= MOST_TIMES_STILL && kept;
  }
  await soak(Number(values.soak), { origin, cookies, jobs: (await listOpenJobs(pool(), site.id)).map(({ id }) => id) });
  say(kept ? "All as wanted." : "Not all is as wanted: see above.");
});

/** Goes on for so many minutes and says each minute what memory the server takes. */
async function soak(minutes: number, crew: Omit<Crew, "seconds" | "warmUpSeconds">): Promise<void> {
  const begun = performance.now();
  const inMinutes = () => (performance.now() - begun) / 60_000;
  while (inMinutes() < minutes) {
    await workAtOnce({ ...crew, seconds: 60, warmUpSeconds: 0 });
    say(`After ${inMinutes().toFixed(0)} minutes the server's memory is ${memoryMib()}.`);
  }
}
