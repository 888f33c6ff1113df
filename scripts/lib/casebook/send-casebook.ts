import { Readable } from "node:stream";
import { setTimeout as sleep } from "node:timers/promises";
import { casebookOf } from "@/simulation/casebook";
import { openShop } from "@/simulation/shop";
import { HILLS } from "@/simulation/world/rules";

const MIB = 1 << 20;
/** So many jobs are simulated; the file deals them again and again under other keys. */
const SIMULATED = 4000;
const POLL_MS = 250;

interface CasebookOfWorld {
  readonly jobs: readonly { readonly key: string; readonly complaint: string }[];
}

interface Wanted {
  readonly bytes: number;
  /** Another shop, whose it is. */
  readonly from?: string;
}

interface Sent {
  bytes: number;
  jobs: number;
}

/** A casebook of so many bytes or a little more, as it would come over the line. */
function* bookOf({ bytes, from }: Wanted, sent: Sent): Generator<Uint8Array> {
  const { world, history } = openShop(HILLS, 3, SIMULATED);
  const { jobs, ...book } = casebookOf(world, history) as CasebookOfWorld;
  const encoder = new TextEncoder();
  let text = `${JSON.stringify(book).slice(0, -1)},"jobs":[`;
  while (sent.bytes < bytes) {
    for (; text.length < MIB; sent.jobs++) {
      const job = jobs[sent.jobs % jobs.length];
      text += `${sent.jobs ? "," : ""}\n${JSON.stringify({ ...job, key: `${from ?? "job"}-${sent.jobs}` })}`;
    }
    const piece = encoder.encode(text);
    sent.bytes += piece.length;
    yield piece;
    text = "";
  }
  yield encoder.encode("]}");
}

export interface Work {
  readonly state: string;
  readonly endedAt: string | null;
  readonly answer: { readonly jobs: object } | null;
}

export interface ServedShop {
  readonly origin: string;
  readonly headers: Readonly<Record<string, string>>;
}

/** Sends a casebook and waits until it is taken over. @throws where it is not */
export async function sendCasebook(
  { origin, headers }: ServedShop,
  wanted: Wanted,
): Promise<{ sent: Sent; work: Work }> {
  const sent = { bytes: 0, jobs: 0 };
  const body = Readable.from(bookOf(wanted, sent)) as unknown as BodyInit;
  // Nobody who waits for one answer is kept longer than five minutes.
  const all = { ...headers, "content-type": "application/json", prefer: "respond-async" };
  const request: RequestInit & { duplex: "half" } = { method: "POST", headers: all, body, duplex: "half" };
  const from = wanted.from === undefined ? "" : `?from=${wanted.from}`;
  const response = await fetch(`${origin}/api/v1/casebook${from}`, request);
  const taken = (await response.json()) as { progress: string };
  if (!response.ok) throw new Error(`${response.status}: ${JSON.stringify(taken).slice(0, 500)}`);
  for (;;) {
    const work = (await (await fetch(origin + taken.progress, { headers })).json()) as Work;
    if (work.endedAt && work.state !== "done") throw new Error(JSON.stringify(work).slice(0, 500));
    if (work.endedAt) return { sent, work };
    await sleep(POLL_MS);
  }
}
