import { beforeAll, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { rebuildCounters } from "@/server/book/rebuild";
import { closePool, pool } from "@/server/db/pool";
import { casebookOf } from "@/simulation/casebook";
import { openShop as openSimulatedShop } from "@/simulation/shop";
import { HILLS } from "@/simulation/world/rules";
import { counters, exportedCasebook, sendCasebook } from "@/tests/support/casebooks";
import { createDatabase, DEMO_TEMPLATE, givenDatabase } from "@/tests/support/database";
import { brokenReferences } from "@/tests/support/references";
import { openShop } from "@/tests/support/workshop";

givenDatabase(DEMO_TEMPLATE);

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
  first = JSON.stringify(await exportedCasebook());
});

async function inEmptyShop(work: (lead: Actor) => Promise<void>): Promise<void> {
  const other = await createDatabase();
  const own = process.env.DATABASE_URL;
  await closePool();
  process.env.DATABASE_URL = other.url;
  try {
    await work(await openShop());
  } finally {
    await closePool();
    process.env.DATABASE_URL = own;
    await other.drop();
  }
}

test("what one shop exports, an empty one takes over and exports again as it was", async () => {
  const book = JSON.parse(first) as {
    jobs: { vehicle: { vin: string | null }; closedAt: string | null; comebackOf: unknown }[];
  };
  expect(book.jobs.some(({ vehicle }) => vehicle.vin !== null)).toBe(true);
  expect(book.jobs.some(({ closedAt }) => closedAt === null)).toBe(true);
  expect(book.jobs.some(({ comebackOf }) => comebackOf !== null)).toBe(true);
  const anonymous = JSON.stringify(await exportedCasebook(true));
  for (const { vehicle } of book.jobs) if (vehicle.vin) expect(anonymous).not.toContain(vehicle.vin);
  await inEmptyShop(async (actor) => {
    for (const expected of [
      { added: book.jobs.length, unchanged: 0 },
      { added: 0, unchanged: book.jobs.length },
    ]) {
      const result = await sendCasebook(actor, book);
      expect(result).toMatchObject({ ok: true, answer: { jobs: { ...expected, updated: 0 } } });
    }
    const again = (await exportedCasebook()) as Record<string, unknown>;
    expect(await brokenReferences(pool())).toEqual([]);
    // An empty shop begins with words of its own, which it keeps.
    const wanted = JSON.parse(first) as typeof again;
    for (const list of ["procedures", "fixes", "patterns", "jobs"]) expect(again[list]).toEqual(wanted[list]);
  });
});

test("a job that came back is counted so, also where its words come with it", async () => {
  const { world, history } = openSimulatedShop(HILLS, 3, 60);
  const { jobs, ...book } = casebookOf(world, history) as {
    jobs: { comebackOf: string | null; key: string; finding: { causes: unknown[] } | null }[];
  };
  const [earlier, later] = jobs.filter(({ finding }) => finding?.causes.length);
  if (!earlier || !later) throw new Error("no two jobs found their causes");
  later.comebackOf = earlier.key;
  await inEmptyShop(async (actor) => {
    expect(await sendCasebook(actor, { ...book, jobs })).toMatchObject({ ok: true, answer: { jobs: { added: 60 } } });
    const kept = await counters("pattern_vehicle");
    await rebuildCounters();
    expect(await counters("pattern_vehicle")).toEqual(kept);
    expect((await pool().query("select came_back from job where key = $1", [earlier.key])).rows).toEqual([
      { came_back: true },
    ]);
  });
});
