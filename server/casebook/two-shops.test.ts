import { randomUUID } from "node:crypto";
import { beforeAll, expect, test } from "vitest";
import type { CommandId } from "@/core/ids";
import { closePool, pool } from "@/server/db/pool";
import { createDatabase, DEMO_TEMPLATE, givenDatabase } from "@/tests/support/database";
import { brokenReferences } from "@/tests/support/references";
import { NOW, openShop } from "@/tests/support/workshop";
import { exportCasebook } from "./export";
import { runImport } from "./run-import";
import { spoolCasebook } from "./spool";

givenDatabase(DEMO_TEMPLATE);

async function exported(anonymous = false): Promise<string> {
  let text = "";
  for await (const piece of exportCasebook(pool(), NOW, anonymous)) text += piece;
  return text;
}

let first: string;
beforeAll(async () => {
  // Words that count as others, and a job that came back as another, have to survive the way as well.
  const { rows } = await pool().query<{ key: string }>(
    "select key from job where closed_at is not null order by key limit 2",
  );
  await pool().query(
    "update job set comeback_of = (select id from job where key = $1) where key = $2",
    rows.map(({ key }) => key),
  );
  await pool().query(
    "update condition set merged_into = 'hot' where key = (select conditions[1] from job_symptom where conditions[1] <> 'hot' limit 1)",
  );
  first = await exported();
});

test("what one shop exports, an empty one takes over and exports again as it was", async () => {
  const book = JSON.parse(first) as {
    jobs: { vehicle: { vin: string | null }; closedAt: string | null; comebackOf: unknown }[];
  };
  expect(book.jobs.some(({ vehicle }) => vehicle.vin !== null)).toBe(true);
  expect(book.jobs.some(({ closedAt }) => closedAt === null)).toBe(true);
  expect(book.jobs.some(({ comebackOf }) => comebackOf !== null)).toBe(true);
  const anonymous = await exported(true);
  for (const { vehicle } of book.jobs) if (vehicle.vin) expect(anonymous).not.toContain(vehicle.vin);
  const other = await createDatabase();
  const own = process.env.DATABASE_URL;
  await closePool();
  process.env.DATABASE_URL = other.url;
  try {
    const actor = await openShop();
    async function* pieces() {
      yield Buffer.from(first);
    }
    for (const expected of [
      { added: book.jobs.length, unchanged: 0 },
      { added: 0, unchanged: book.jobs.length },
    ]) {
      const read = await spoolCasebook(pieces(), 1 << 28);
      if (!read.ok) throw new Error(read.why);
      const result = await runImport({ id: randomUUID() as CommandId, actor, casebook: read.casebook, now: NOW });
      expect(result).toMatchObject({ ok: true, answer: { jobs: { ...expected, updated: 0 } } });
      await read.casebook.dispose();
    }
    const again = JSON.parse(await exported()) as Record<string, { key: string }[]>;
    expect(await brokenReferences(pool())).toEqual([]);
    // An empty shop begins with words of its own, which it keeps.
    const wanted = JSON.parse(first) as typeof again;
    for (const list of ["procedures", "fixes", "patterns", "jobs"]) expect(again[list]).toEqual(wanted[list]);
  } finally {
    await closePool();
    process.env.DATABASE_URL = own;
    await other.drop();
  }
});
