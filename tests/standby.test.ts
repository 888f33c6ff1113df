import { randomUUID } from "node:crypto";
import { afterAll, beforeAll, expect, test } from "vitest";
import { migrate } from "@/server/db/migrate";
import { closePool } from "@/server/db/pool";
import { Application, Client } from "./support/application";
import { startPair, type Pair } from "./support/standby";
import { PASSPHRASE, SHOP, VEHICLE } from "./support/workshop";

/** The database is kept on two servers; the one that takes writes is lost, and the other one is promoted: the application finds it by itself. */
let pair: Pair;
let application: Application;
let lead: Client;

beforeAll(async () => {
  pair = await startPair();
  process.env.DATABASE_URL = pair.url;
  await migrate();
  await closePool();
  delete process.env.DATABASE_URL;
  application = await Application.on(pair.url);
  const person = { name: "Lead", passphrase: PASSPHRASE };
  const setUp = await new Client(application.origin).post("/api/v1/set-up", { shop: SHOP, ...person });
  expect(setUp.status).toBe(200);
  lead = await Client.signedIn(application.origin, person.name, person.passphrase);
});
afterAll(async () => {
  await application?.stop();
  await pair?.second.stop();
  await pair?.first.stop();
});

const WRITES = 500;
const LOST_AT = 200;

test("of 500 writes none that was acknowledged is lost, or written twice, where the standby is promoted in their middle", async () => {
  const opened = await lead.command("open-job", { vehicle: VEHICLE, odometerKm: 91_000, complaint: "Hums." });
  let job = (await opened.json()) as { jobId: string; version: number };
  const note = async (text: string, id: string): Promise<boolean> => {
    const { jobId, version } = job;
    const response = await lead.command("record-note", { jobId, version, text }, id);
    // Nothing but "try again in a moment": what is refused for another reason would be a fault.
    if (!response.ok) expect([response.status, await response.text()]).toEqual([503, expect.any(String)]);
    else job = { jobId, version: ((await response.json()) as { version: number }).version };
    return response.ok;
  };
  let [lost, back] = [0, 0];
  for (let at = 0; at < WRITES; at++) {
    if (at === LOST_AT) {
      pair.first.kill();
      lost = Date.now();
      void pair.promote();
    }
    const id = randomUUID();
    // As a page does: what got no answer is sent again under its key.
    while (!(await note(`write ${at} of many`, id))) await new Promise((done) => setTimeout(done, 100));
    if (at === LOST_AT) back = Date.now();
  }
  expect(back - lost).toBeLessThan(30_000);
  const trail = await lead.get(`/api/v1/jobs/${job.jobId}/trail`);
  const written = [...(await trail.text()).matchAll(/write (\d+) of many/g)].map(([, at]) => Number(at));
  expect([...new Set(written)].sort((a, b) => a - b)).toEqual(Array.from({ length: WRITES }, (_, at) => at));
  expect(written).toHaveLength(WRITES);
  expect((await lead.get("/api/v1/health")).status).toBe(200);
});
