/** Sends a large casebook to the running application while people work, and fetches it back; prints jobs a second, memory, and how long people waited. */
import { readFile } from "node:fs/promises";
import { Readable } from "node:stream";
import { setTimeout as sleep } from "node:timers/promises";
import { openShop } from "@/simulation/shop";
import { casebookOf } from "@/simulation/casebook";
import { HILLS } from "@/simulation/world/rules";
import { issueToken } from "@/server/auth/issue-token";
import { settings } from "@/server/settings";
import { bareCopySeconds } from "./lib/casebook/bare-copy";
import { lockWaitText, longestLockWait } from "./lib/casebook/lock-waits";
import { besideText, peopleAtWork } from "./lib/casebook/people-beside";
import { demoShop } from "./lib/demo-shop";
import { program } from "./lib/program";

const MIB = 1 << 20;
/** So many jobs are simulated; the file deals them again and again under other keys. */
const SIMULATED = 4000;
const POLL_MS = 250;
const QUIET_MS = 20_000;

interface CasebookOfWorld {
  readonly jobs: readonly { readonly key: string; readonly complaint: string }[];
}

/** A casebook of so many bytes or a little more, as it would come over the line. */
function* bookOf(bytes: number, sent: { bytes: number; jobs: number }): Generator<Uint8Array> {
  const { world, history } = openShop(HILLS, 3, SIMULATED);
  const { jobs, ...book } = casebookOf(world, history) as CasebookOfWorld;
  const encoder = new TextEncoder();
  let text = `${JSON.stringify(book).slice(0, -1)},"jobs":[`;
  while (sent.bytes < bytes) {
    for (; text.length < MIB; sent.jobs++) {
      const job = jobs[sent.jobs % jobs.length];
      text += `${sent.jobs ? "," : ""}\n${JSON.stringify({ ...job, key: `job-${sent.jobs}` })}`;
    }
    const piece = encoder.encode(text);
    sent.bytes += piece.length;
    yield piece;
    text = "";
  }
  yield encoder.encode("]}");
}

interface Work {
  readonly state: string;
  readonly endedAt: string | null;
  readonly answer: { readonly jobs: object } | null;
}

/** Resident memory of a process, in MiB. */
async function residentMib(pid: number): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, "utf8");
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
}

interface Watched {
  readonly name: string;
  readonly pid: number;
}

/** Runs `work` and tells how long it took and the most memory that processes had meanwhile. */
async function watched<T>(processes: readonly Watched[], work: () => Promise<T>) {
  const before = await Promise.all(processes.map(({ pid }) => residentMib(pid)));
  const most = [...before];
  const look = async () => {
    for (const [at, { pid }] of processes.entries()) most[at] = Math.max(most[at] ?? 0, await residentMib(pid));
  };
  const timer = setInterval(() => void look().catch(() => {}), POLL_MS);
  const begun = performance.now();
  const result = await work().finally(() => clearInterval(timer));
  const seconds = (performance.now() - begun) / 1000;
  const memory = processes
    .map(({ name }, at) => `${name} ${before[at]?.toFixed(0)} MiB before, ${most[at]?.toFixed(0)} at most`)
    .join(", ");
  return { result, seconds, memory };
}

await program(async () => {
  const [origin = "", pid = "0", workerPid = "0", megabytes = "200"] = process.argv.slice(2);
  const authorization = `Bearer ${await issueToken("bench", new Date())}`;
  const headers = { authorization };
  const say = (text: string) => process.stdout.write(`${text}\n`);
  const { actor: lead } = await demoShop();
  const shop = { origin, headers, lead };
  const quiet = new AbortController();
  const calm = peopleAtWork(shop, quiet.signal);
  await sleep(QUIET_MS);
  quiet.abort();
  say(`People at work, nothing else going on (median / 95 % / most):\n${besideText(await calm)}`);
  const send = async () => {
    const sent = { bytes: 0, jobs: 0 };
    const body = Readable.from(bookOf(Number(megabytes) * 1e6, sent)) as unknown as BodyInit;
    // Nobody who waits for one answer is kept longer than five minutes.
    const all = { ...headers, "content-type": "application/json", prefer: "respond-async" };
    const request: RequestInit & { duplex: "half" } = { method: "POST", headers: all, body, duplex: "half" };
    const response = await fetch(`${origin}/api/v1/casebook`, request);
    const taken = (await response.json()) as { progress: string };
    if (!response.ok) throw new Error(`${response.status}: ${JSON.stringify(taken).slice(0, 500)}`);
    for (;;) {
      const work = (await (await fetch(origin + taken.progress, { headers })).json()) as Work;
      if (work.endedAt) return { sent, work };
      await sleep(POLL_MS);
    }
  };
  const server = { name: "server", pid: Number(pid) };
  const worker = { name: "long work", pid: Number(workerPid) };
  for (const again of ["", " again, nothing of it new"]) {
    const over = new AbortController();
    const beside = peopleAtWork(shop, over.signal);
    const waits = longestLockWait(over.signal);
    const { result, seconds, memory } = await watched([server, worker], send);
    over.abort();
    const { sent, work } = result;
    if (work.state !== "done") throw new Error(JSON.stringify(work).slice(0, 500));
    say(
      `${(sent.bytes / 1e6).toFixed(0)} MB, ${sent.jobs} jobs taken over${again}, with people at work: ${seconds.toFixed(1)} s, ` +
        `${Math.round(sent.jobs / seconds)} jobs a second; ${memory}; ${JSON.stringify(work.answer?.jobs)}`,
    );
    say(
      `People at work meanwhile:\n${besideText(await beside)}\nLongest wait for a lock: ${lockWaitText(await waits)}`,
    );
  }
  say(
    `The rows of all jobs by a bare COPY into empty tables with the same indexes: ${(await bareCopySeconds(settings().databaseUrl)).toFixed(1)} s`,
  );
  const out = await watched([server], async () => {
    const response = await fetch(`${origin}/api/v1/casebook`, { headers });
    let bytes = 0;
    for await (const piece of response.body ?? []) bytes += (piece as Uint8Array).length;
    return bytes;
  });
  say(`${(out.result / 1e6).toFixed(0)} MB given out: ${out.seconds.toFixed(1)} s; ${out.memory}`);
});
