import { expect, test } from "vitest";
import { GET } from "@/app/api/v1/health/route";
import { inTransaction, pool } from "@/server/db/pool";
import { givenDatabase } from "@/tests/support/database";
import { isUnavailable } from "./sqlstate";

givenDatabase();

const health = async () => {
  const response = await GET(new Request("http://127.0.0.1/api/v1/health"), { params: Promise.resolve({}) });
  return [response.status, await response.json()] as const;
};

test("health answers whatever the database does", async () => {
  expect(await health()).toEqual([200, expect.objectContaining({ status: "ok", live: true, ready: true })]);
  const held = await Promise.all(Array.from({ length: pool().options.max }, () => pool().connect()));
  expect(await health()).toEqual([503, expect.objectContaining({ status: "degraded", live: true, ready: false })]);
  for (const client of held) client.release();
  expect((await health())[0]).toBe(200);
});

test("a wait for what somebody else holds has an end, and is told as no fault of ours", async () => {
  const [holder, waiter] = await Promise.all([pool().connect(), pool().connect()]);
  await holder.query("select pg_advisory_lock(7)");
  await waiter.query("set lock_timeout = '50ms'");
  const waited = await waiter.query("select pg_advisory_lock(7)").catch((error: unknown) => error);
  await waiter.query("set statement_timeout = '50ms'");
  const slow = await waiter.query("select pg_sleep(5)").catch((error: unknown) => error);
  const wrong = await waiter.query("select no_such_thing").catch((error: unknown) => error);
  expect([waited, slow, wrong].map(isUnavailable)).toEqual([true, true, false]);
  const { rows } = await holder.query("show lock_timeout");
  expect(rows).toEqual([{ lock_timeout: "20s" }]);
  holder.release(true);
  waiter.release(true);
});

test("a connection that is cut between two queries of a transaction fails that transaction, and nothing else", async () => {
  // An error that nobody hears of ends a process, and this run.
  const cut = inTransaction(async (db) => {
    const { rows } = await db.query<{ pid: number }>("select pg_backend_pid() as pid");
    await pool().query("select pg_terminate_backend($1)", [rows[0]?.pid]);
    await new Promise((done) => setTimeout(done, 200));
    await db.query("select 1");
  });
  expect(isUnavailable(await cut.catch((error: unknown) => error))).toBe(true);
  expect((await health())[0]).toBe(200);
});
