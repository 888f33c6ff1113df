import type { ChildProcess } from "node:child_process";
import { randomUUID } from "node:crypto";
import { addHours } from "date-fns";
import { afterAll, afterEach, beforeAll, expect, test, vi } from "vitest";
import type { CommandId, SiteId } from "@/core/ids";
import { startLongWork } from "@/scripts/lib/worker.mjs";
import { casebookOf } from "@/simulation/casebook";
import { openShop as openSimulatedShop } from "@/simulation/shop";
import { HILLS } from "@/simulation/world/rules";
import type { Actor } from "@/server/auth/session";
import { exportCasebook } from "@/server/casebook/export";
import { nameOfExport } from "@/server/casebook/queued-export";
import { queueImport } from "@/server/casebook/queued-import";
import { fileOf } from "./file";
import { queueIfLong } from "./queued-command";
import { dropFilesBefore, findWork, isAnybodyThere, type WorkRow } from "@/server/db/long-work";
import { pool } from "@/server/db/pool";
import { many, one } from "@/server/db/rows";
import { mergeWords } from "@/server/commands/words";
import { asApplication, givenDatabase } from "@/tests/support/database";
import { done, NOW, openShop, send } from "@/tests/support/workshop";

givenDatabase();
const SOON = { timeout: 150_000, interval: 20 };
vi.setConfig({ testTimeout: 180_000 });
/** More than is written at once. */
const LARGE = 4500;
const running = new Set<ChildProcess>();
let lead: Actor;

beforeAll(async () => {
  lead = await openShop();
});
const killAll = () => running.forEach((child) => child.kill("SIGKILL"));
afterEach(killAll);
afterAll(killAll);

function startWorker(): ChildProcess {
  const child = startLongWork(asApplication(process.env.DATABASE_URL ?? ""));
  running.add(child);
  return child;
}

/** A casebook of so many jobs, sent in pieces. */
async function ask(jobs: number, more: object = {}): Promise<string> {
  const { world, history } = openSimulatedShop(HILLS, 3, 200);
  const book = casebookOf(world, history) as { jobs: { key: string }[] };
  const dealt = Array.from({ length: jobs }, (_, at) => ({ ...book.jobs[at % 200], key: `${randomUUID()}-${at}` }));
  const bytes = Buffer.from(JSON.stringify({ ...book, jobs: dealt, ...more }));
  async function* pieces() {
    for (let at = 0; at < bytes.length; at += 65_537) yield bytes.subarray(at, at + 65_537);
  }
  const commandId = randomUUID() as CommandId;
  const id = await queueImport({ commandId, actor: lead, from: null, file: "book.json", now: NOW, body: pieces() });
  if (!id) throw new Error("too large");
  return id;
}

const until = (id: string, holds: (work: WorkRow) => boolean): Promise<WorkRow> =>
  vi.waitFor(async () => {
    const work = await findWork(pool(), id);
    if (!work || !holds(work)) throw new Error(`is ${work?.state} ${work?.stage}`);
    return work;
  }, SOON);
async function all<Piece>(pieces: AsyncIterable<Piece>): Promise<Piece[]> {
  const found: Piece[] = [];
  for await (const piece of pieces) found.push(piece);
  return found;
}
const over = (work: WorkRow) => work.endedAt !== null;
const count = async (table: string) =>
  (await one<{ n: number }>(pool(), `select count(*)::integer as n from ${table}`)).n;

test("waits for somebody to do it, is done, and its file is let go of; what is wrong is told by its place", async () => {
  const [good, bad] = [await ask(50), await ask(1, { fixes: [{}] })];
  expect(await isAnybodyThere(pool())).toBe(false);
  expect((await findWork(pool(), good))?.state).toBe("waiting");
  startWorker();
  expect(await until(good, over)).toMatchObject({
    state: "done",
    tries: 1,
    result: { answer: { jobs: { added: 50 } } },
  });
  expect(await until(bad, over)).toMatchObject({ state: "refused", result: { why: "invalid" } });
  expect([await count("job"), await count("long_work_piece")]).toEqual([50, 0]);
});

test("killed in the middle, it is taken up by the next one and done once", async () => {
  const before = await count("job");
  const [first, second] = [startWorker(), startWorker()];
  const id = await ask(LARGE);
  await until(id, ({ stage, done: written }) => stage === "write" && written > 0);
  // Of the two one does it; which one nobody has to know.
  first.kill("SIGKILL");
  expect(await count("job")).toBe(before);
  second.kill("SIGKILL");
  startWorker();
  const ended = await until(id, over);
  expect(ended).toMatchObject({ state: "done", result: { answer: { jobs: { added: LARGE } } } });
  expect(ended.tries).toBeGreaterThan(1);
  expect(await count("job")).toBe(before + LARGE);
});

test("stopped by a lead it ends, and nothing of it is kept", async () => {
  const before = await count("job");
  startWorker();
  const id = await ask(LARGE);
  await until(id, ({ state }) => state === "running");
  await done(send(lead, "stop-long-work", { id }));
  expect((await until(id, over)).state).toBe("stopped");
  expect([await count("job"), await count("long_work_piece")]).toEqual([before, 0]);
  expect((await send(lead, "stop-long-work", { id })).ok).toBe(false);
});

test("a casebook is made as it would be sent, also where it broke off in the middle, and can be fetched for a day", async () => {
  const worker = startWorker();
  const { work: id } = await done<{ work: string }>(send(lead, "export-casebook", { anonymous: true }));
  await until(id, ({ stage, done: made }) => stage === "export" && made > 0);
  expect(await nameOfExport(lead.siteId, id, new Date())).toBeNull();
  worker.kill("SIGKILL");
  startWorker();
  const jobs = await count("job");
  const ended = await until(id, over);
  const made = Buffer.concat(await all(fileOf(id))).toString();
  expect(ended).toMatchObject({ state: "done", result: { answer: { jobs, bytes: Buffer.byteLength(made) } } });
  expect(ended.tries).toBeGreaterThan(1);
  expect(made).toBe((await all(exportCasebook(pool(), lead.siteId, { now: NOW, anonymous: true }))).join(""));
  expect(await nameOfExport(lead.siteId, id, new Date())).toBe("casebook-for-another-shop-2026-03-02.json");
  expect(await nameOfExport(randomUUID() as SiteId, id, new Date())).toBeNull();
  expect(await nameOfExport(lead.siteId, id, addHours(new Date(), 25))).toBeNull();
  await dropFilesBefore(pool(), addHours(new Date(), 1));
  expect([await nameOfExport(lead.siteId, id, new Date()), await count("long_work_piece")]).toEqual([null, 0]);
});

test("words on many jobs become one in the queue: seen from everywhere, stopped without a trace, done once", async () => {
  const [from, into] = await many<{ key: string }>(
    pool(),
    "select symptom as key from job_symptom group by 1 order by count(*) desc, 1 limit 2",
  );
  const input = { kind: "symptom", from: from?.key, into: into?.key };
  const ask = (id: CommandId) => queueIfLong(mergeWords as never, { id, actor: lead, input, now: NOW });
  const merged = async () => (await many(pool(), "select key from symptom where merged_into is not null")).length;
  const key = randomUUID() as CommandId;
  // Nobody does long work: it is done at once, by whoever was asked.
  await vi.waitFor(async () => expect(await isAnybodyThere(pool())).toBe(false), SOON);
  expect(await ask(key)).toBeNull();
  startWorker();
  await vi.waitFor(async () => expect(await isAnybodyThere(pool())).toBe(true), SOON);
  const stopped = await ask(key);
  expect(stopped).not.toBeNull();
  expect(await ask(key)).toBe(stopped);
  await until(stopped ?? "", ({ stage, done: counted }) => stage === "count" && counted > 0);
  await done(send(lead, "stop-long-work", { id: stopped }));
  expect((await until(stopped ?? "", over)).state).toBe("stopped");
  expect(await merged()).toBe(0);
  const again = (await ask(key)) ?? "";
  expect(again).not.toBe(stopped);
  const ended = await until(again, over);
  expect(ended).toMatchObject({ kind: "command", state: "done" });
  expect((ended.result?.answer as { jobs: number }).jobs).toBeGreaterThan(500);
  expect(await merged()).toBe(1);
  const added = await done<{ key: string }>(send(lead, "add-word", { kind: "condition", label: "On cobbles" }));
  const small = { kind: "condition", from: added.key, into: "town" };
  const asked = { id: randomUUID() as CommandId, actor: lead, input: small, now: NOW };
  expect(await queueIfLong(mergeWords as never, asked)).toBeNull();
});
