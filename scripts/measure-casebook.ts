/** Sends a large casebook to the running application while people work, and fetches it back; prints jobs a second, memory, and how long people waited. */
import { readFile } from "node:fs/promises";
import { setTimeout as sleep } from "node:timers/promises";
import { issueToken } from "@/server/auth/issue-token";
import { settings } from "@/server/settings";
import { bareCopySeconds } from "./lib/casebook/bare-copy";
import { lockWaitText, longestLockWait } from "./lib/casebook/lock-waits";
import { besideText, peopleAtWork } from "./lib/casebook/people-beside";
import { checkedCounters, mergedWords, otherShop, otherShopAgain, partedWords } from "./lib/casebook/other-long-work";
import { sendCasebook } from "./lib/casebook/send-casebook";
import { demoShop } from "./lib/demo-shop";
import { program } from "./lib/program";

const POLL_MS = 250;
const QUIET_MS = 20_000;

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
  const server = { name: "server", pid: Number(pid) };
  const worker = { name: "long work", pid: Number(workerPid) };
  for (const again of ["", " again, nothing of it new"]) {
    const over = new AbortController();
    const beside = peopleAtWork(shop, over.signal);
    const waits = longestLockWait(over.signal);
    const { result, seconds, memory } = await watched([server, worker], () =>
      sendCasebook(shop, { bytes: Number(megabytes) * 1e6 }),
    ).finally(() => over.abort());
    const { sent, work } = result;
    say(
      `${(sent.bytes / 1e6).toFixed(0)} MB, ${sent.jobs} jobs taken over${again}, with people at work: ${seconds.toFixed(1)} s, ` +
        `${Math.round(sent.jobs / seconds)} jobs a second; ${memory}; ${JSON.stringify(work.answer?.jobs)}`,
    );
    say(
      `People at work meanwhile:\n${besideText(await beside)}\nLongest wait for a lock: ${lockWaitText(await waits)}`,
    );
  }
  for (const [name, work] of [
    ["two words become one", mergedWords],
    ["and two again", partedWords],
    ["another shop’s casebook, half as long, comes in", otherShop],
    ["it comes again, with more", otherShopAgain],
    ["all counters are checked", checkedCounters],
  ] as const) {
    const over = new AbortController();
    const [beside, waits] = [peopleAtWork(shop, over.signal), longestLockWait(over.signal)];
    const { seconds, memory } = await watched([server, worker], () => work(shop, Number(megabytes) * 1e6)).finally(() =>
      over.abort(),
    );
    say(
      `Long work: ${name}: ${seconds.toFixed(1)} s; ${memory}\n${besideText(await beside)}\nLongest wait for a lock: ${lockWaitText(await waits)}`,
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
