import { afterEach, beforeEach, describe, expect, test } from "vitest";
import { createHash } from "node:crypto";
import { createDatabase } from "@/tests/support/database";
import { migrate, migrationsCurrent, MigrationRefused, ownMigrations, type Migration } from "./migrate";
import { closePool, pool } from "./pool";
import { schemaManifest } from "@/tests/support/schema-manifest";

const BLANK = "template0";
let drop = async () => {};

beforeEach(async () => {
  const database = await createDatabase(BLANK);
  process.env.DATABASE_URL = database.url;
  drop = database.drop;
});
afterEach(async () => {
  await closePool();
  await drop();
});

const migration = (name: string, sql: string): Migration => ({
  name,
  sql,
  checksum: createHash("sha256").update(sql).digest("hex"),
});
const FIRST = migration("0001-first.sql", "create table first (id int primary key)");
const SECOND = migration("0002-second.sql", "create table second (id int references first)");

async function tables(): Promise<string[]> {
  const { rows } = await pool().query<{ name: string }>(
    "select table_name as name from information_schema.tables where table_schema = 'public' order by 1",
  );
  return rows.map(({ name }) => name);
}

describe("migrations", () => {
  test("are applied once, in order, and nothing is done the second time", async () => {
    expect(await migrate([FIRST, SECOND])).toEqual([FIRST.name, SECOND.name]);
    expect(await migrate([FIRST, SECOND])).toEqual([]);
    expect(await tables()).toEqual(["first", "migration", "second"]);
  });

  test("are applied once by two programs that start together", async () => {
    const applied = await Promise.all([migrate([FIRST, SECOND]), migrate([FIRST, SECOND]), migrate([FIRST, SECOND])]);
    expect(applied.flat().sort()).toEqual([FIRST.name, SECOND.name]);
  });

  test("that fail leave nothing of themselves, and those before them stand", async () => {
    const broken = migration("0002-broken.sql", "create table second (id int); select no_such_function()");
    await expect(migrate([FIRST, broken])).rejects.toThrow("no_such_function");
    expect(await tables()).toEqual(["first", "migration"]);
    expect(await migrate([FIRST, SECOND])).toEqual([SECOND.name]);
  });

  test("that were changed afterwards are refused by name", async () => {
    await migrate([FIRST]);
    const changed = migration(FIRST.name, "create table first (id bigint primary key)");
    await expect(migrate([changed, SECOND])).rejects.toThrow(MigrationRefused);
    await expect(migrate([changed])).rejects.toThrow("Migration 0001-first.sql was changed after it had been applied");
    expect(await tables()).toEqual(["first", "migration"]);
  });

  test("of a newer version are refused", async () => {
    await migrate([FIRST, SECOND]);
    await expect(migrate([FIRST])).rejects.toThrow("made by a newer version of Dead Ends (it knows migration 0002");
  });

  test("of this version make the schema that its manifest describes", async () => {
    expect(ownMigrations().length).toBeGreaterThan(3);
    expect(await migrationsCurrent().catch(() => false)).toBe(false);
    await migrate();
    expect(await migrationsCurrent()).toBe(true);
    await expect(JSON.stringify(await schemaManifest(pool()), null, 1)).toMatchFileSnapshot("schema-manifest.json");
  });
});
