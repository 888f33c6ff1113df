import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { item } from "@/core/place";
import { keepLongWorkUp } from "@/scripts/lib/worker.mjs";
import { PASSPHRASE } from "@/demo/world";
import { Application, Client } from "./support/application";
import { asApplication, createDatabase, DEMO_TEMPLATE } from "./support/database";
import { startPooler, startProxy } from "./support/many-machines";
import { VEHICLE } from "./support/workshop";

/** Three instances on one database behind a pooler, and a proxy in front of them: whoever asks knows nothing of it. */
const INSTANCES = 3;
let instances: Application[] = [];
let proxied: Client;
let own: Client[] = [];
let job = { jobId: "", version: 0 };
const ends: (() => Promise<void> | void)[] = [];

beforeAll(async () => {
  const database = await createDatabase(DEMO_TEMPLATE);
  ends.push(database.drop);
  const pooler = await startPooler(database.url);
  ends.push(pooler.stop);
  instances = await Promise.all(Array.from({ length: INSTANCES }, () => Application.start(database.url, pooler.url)));
  for (const each of instances) ends.push(() => each.stop());
  const worker = keepLongWorkUp({ databaseUrl: asApplication(database.url) });
  ends.push(worker.stop);
  const proxy = await startProxy(instances.map(({ origin }) => Number(new URL(origin).port)));
  ends.push(proxy.stop);
  proxied = await Client.signedIn(proxy.origin, "Ilka Venn", PASSPHRASE);
  own = instances.map(({ origin }) => new Client(origin, proxied.headers));
  const opened = await proxied.command("open-job", { vehicle: VEHICLE, odometerKm: 91_000, complaint: "Hums." });
  expect(opened.status).toBe(200);
  const { jobId, version } = (await opened.json()) as typeof job;
  job = { jobId, version };
});
afterAll(async () => {
  for (const end of ends.reverse()) await end();
});

const SOON = { timeout: 20_000, interval: 50 };

async function note(client: Client, text: string, id: string = randomUUID()): Promise<number> {
  const response = await client.command("record-note", { ...job, text }, id);
  if (!response.ok && response.status < 500) throw new Error(await response.text());
  if (response.ok) job = { ...job, version: ((await response.json()) as { version: number }).version };
  return response.status;
}

test("who signs in at one is signed in at all of them, and each of them serves", async () => {
  for (const client of own) expect((await client.get("/")).status).toBe(200);
  for (let at = 0; at < 12; at++) expect((await proxied.get("/api/v1/patterns")).status).toBe(200);
  for (const client of own) {
    const metrics = await (await client.get("/api/v1/metrics")).text();
    expect(metrics).toMatch(/dead_ends_requests_total\{route="\/api\/v1\/patterns",method="GET",status="200"\} [1-9]/);
  }
});

test("a change at one is told to who listens at another, and shows at the third", async () => {
  const gone = new AbortController();
  const [first, second, third] = [item(own, 0), item(own, 1), item(own, 2)];
  const stream = await fetch(`${first.origin}/api/v1/live`, { headers: first.headers, signal: gone.signal });
  let heard = "";
  const reading = (async () => {
    for await (const piece of stream.body ?? []) heard += new TextDecoder().decode(piece as Uint8Array);
  })().catch(() => {});
  await vi.waitFor(() => expect(heard).toContain("event: versions"), SOON);
  expect(await note(second, "told from the second machine")).toBe(200);
  await vi.waitFor(() => expect(heard).toContain(`"jobId":"${job.jobId}","version":${job.version}`), SOON);
  expect(await (await third.get(`/jobs/${job.jobId}`)).text()).toContain("told from the second machine");
  gone.abort();
  await reading;
});

test("who tries passphrases at one has tried them at all of them", async () => {
  const statuses: number[] = [];
  for (let at = 0; at < 40 && !statuses.includes(429); at++) {
    const at3 = new Client(item(instances, at % INSTANCES).origin);
    statuses.push((await at3.post("/api/v1/session", { name: "Juno Asker", passphrase: `wrong ${at}` })).status);
  }
  expect(statuses).toContain(429);
  // Within one and the same count: none of them began anew.
  expect(statuses.length).toBeLessThan(15);
});

test("an import is sent to one, asked after at another, and its answer is the third's as well", async () => {
  const book = await (await item(own, 2).get("/api/v1/casebook")).text();
  const id = randomUUID();
  const headers = { prefer: "respond-async", "idempotency-key": id };
  expect((await item(own, 0).raw("/api/v1/casebook?file=whole.json", book, headers)).status).toBe(202);
  const ended = await vi.waitFor(async () => {
    const work = (await (await item(own, 1).get(`/api/v1/casebook/imports/${id}`)).json()) as {
      endedAt: string | null;
    };
    if (work.endedAt === null) throw new Error("is under way");
    return work;
  }, SOON);
  expect(ended).toMatchObject({ state: "done", file: "whole.json", answer: { jobs: { added: 0, updated: 0 } } });
  expect(await (await item(own, 2).get("/api/v1/long-work")).json()).toMatchObject([
    { state: "done", by: "Ilka Venn" },
  ]);
});

test("one is killed in the middle of writes: what was acknowledged is there once, and the others go on", async () => {
  const WRITES = 60;
  const before = job.version;
  const acknowledged: string[] = [];
  for (let at = 0; at < WRITES; at++) {
    if (at === WRITES / 3) item(instances, 1).kill();
    const [text, id] = [`write ${at} of many`, randomUUID()];
    // As a page does: what got no answer is sent again under its key.
    for (let tries = 0; tries < 20; tries++) {
      const status = await note(proxied, text, id).catch(() => 0);
      if (status === 200) {
        acknowledged.push(text);
        break;
      }
    }
  }
  expect(acknowledged).toHaveLength(WRITES);
  expect(job.version).toBe(before + WRITES);
  const sheet = await (await proxied.get(`/jobs/${job.jobId}`)).text();
  for (const text of acknowledged) expect(sheet).toContain(text);
  expect((await item(own, 0).get("/api/v1/health")).status).toBe(200);
});
