import { spawnSync } from "node:child_process";
import { mkdtempSync, rmSync, statSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import pg from "pg";
import { afterAll, beforeAll, expect, test } from "vitest";
import { createDatabase, DEMO_TEMPLATE } from "./support/database";

let folder = "";
beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), "backup-"));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function npmRun(program: string, databaseUrl: string, file: string) {
  const args = ["scripts/on-database.mjs", program, file];
  const { status, stdout, stderr } = spawnSync(process.execPath, args, {
    env: { ...process.env, DATABASE_URL: databaseUrl },
    encoding: "utf8",
  });
  return { status, said: (stdout + stderr).trim() };
}

/** Every row of every table, as one checksum a table. */
async function contents(databaseUrl: string): Promise<Record<string, string>> {
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const { rows } = await client.query<{ name: string }>(
    "select table_name as name from information_schema.tables where table_schema = 'public' order by 1",
  );
  const sums: Record<string, string> = {};
  for (const { name } of rows) {
    const { rows: found } = await client.query<{ sum: string }>(
      `select count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)), '') as sum from ${name} t`,
    );
    sums[name] = found[0]?.sum ?? "";
  }
  await client.end();
  return sums;
}

test("a backup restored into an empty database is the same shop, to the last row", async () => {
  const shop = await createDatabase(DEMO_TEMPLATE);
  const empty = await createDatabase("template0");
  const file = join(folder, "shop.dump");
  expect(npmRun("backup", shop.url, file)).toEqual({
    status: 0,
    said: expect.stringContaining(`Backed up to ${file}`),
  });
  expect(statSync(file).size).toBeGreaterThan(10_000);
  expect(npmRun("restore", empty.url, file)).toEqual({ status: 0, said: `Restored from ${file}.` });
  const restored = await contents(empty.url);
  expect(Object.keys(restored).length).toBeGreaterThan(20);
  expect(restored).toEqual(await contents(shop.url));
  expect(npmRun("restore", shop.url, file)).toEqual({
    status: 1,
    said: expect.stringContaining("This database is not empty"),
  });
  expect(npmRun("backup", shop.url, file)).toEqual({
    status: 1,
    said: `${file} is there already; nothing was written.`,
  });
  await shop.drop();
  await empty.drop();
});

test("a file that is no backup, or is cut off, leaves the database empty", async () => {
  const empty = await createDatabase("template0");
  const rubbish = join(folder, "rubbish.dump");
  writeFileSync(rubbish, "this is no backup");
  const { status, said } = npmRun("restore", empty.url, rubbish);
  expect([status, said.split("\n").length]).toEqual([1, 1]);
  expect(await contents(empty.url)).toEqual({});
  expect(npmRun("restore", empty.url, join(folder, "nowhere")).status).toBe(1);
  await empty.drop();
});
