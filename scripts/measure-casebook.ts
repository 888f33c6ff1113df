/** Sends a large casebook to the running application and fetches it back; prints jobs a second and the server's memory. */
import { readFile } from "node:fs/promises";
import { Readable } from "node:stream";
import { openShop } from "@/simulation/shop";
import { casebookOf } from "@/simulation/casebook";
import { HILLS } from "@/simulation/world/rules";
import { issueToken } from "@/server/auth/issue-token";
import { program } from "./lib/program";

const MIB = 1 << 20;
/** So many jobs are simulated; the file deals them again and again under other keys. */
const SIMULATED = 4000;
const POLL_MS = 250;

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

/** Resident memory of a process, in MiB. */
async function residentMib(pid: number): Promise<number> {
  const status = await readFile(`/proc/${pid}/status`, "utf8");
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? 0) / 1024;
}

/** Runs `work` and tells how long it took and the most memory the server had meanwhile. */
async function watched<T>(pid: number, work: () => Promise<T>) {
  let most = await residentMib(pid);
  const before = most;
  const timer = setInterval(() => void residentMib(pid).then((now) => (most = Math.max(most, now))), POLL_MS);
  const begun = performance.now();
  const result = await work().finally(() => clearInterval(timer));
  return { result, seconds: (performance.now() - begun) / 1000, before, most };
}

await program(async () => {
  const [origin, pid = "0", megabytes = "200"] = process.argv.slice(2);
  const authorization = `Bearer ${await issueToken("bench", new Date())}`;
  const say = (text: string) => process.stdout.write(`${text}\n`);
  const send = () => {
    const sent = { bytes: 0, jobs: 0 };
    const body = Readable.from(bookOf(Number(megabytes) * 1e6, sent)) as unknown as BodyInit;
    const headers = { authorization, "content-type": "application/json" };
    const request: RequestInit & { duplex: "half" } = { method: "POST", headers, body, duplex: "half" };
    return watched(Number(pid), async () => ({ sent, response: await fetch(`${origin}/api/v1/casebook`, request) }));
  };
  for (const again of ["", " again, nothing of it new"]) {
    const { result, seconds, before, most } = await send();
    const { sent, response } = result;
    const answer = (await response.json()) as { jobs?: object; problems?: object[] };
    if (!response.ok) throw new Error(`${response.status}: ${JSON.stringify(answer).slice(0, 500)}`);
    say(
      `${(sent.bytes / 1e6).toFixed(0)} MB, ${sent.jobs} jobs taken over${again}: ${seconds.toFixed(1)} s, ` +
        `${Math.round(sent.jobs / seconds)} jobs a second; server's memory ${before.toFixed(0)} MiB before, ${most.toFixed(0)} MiB at most; ` +
        JSON.stringify(answer.jobs),
    );
  }
  const out = await watched(Number(pid), async () => {
    const response = await fetch(`${origin}/api/v1/casebook`, { headers: { authorization } });
    let bytes = 0;
    for await (const piece of response.body ?? []) bytes += (piece as Uint8Array).length;
    return bytes;
  });
  say(
    `${(out.result / 1e6).toFixed(0)} MB given out: ${out.seconds.toFixed(1)} s; server's memory ${out.before.toFixed(0)} MiB before, ${out.most.toFixed(0)} MiB at most`,
  );
});
