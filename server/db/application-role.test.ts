import pg from "pg";
import { afterAll, beforeAll, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { asApplication, givenDatabase } from "@/tests/support/database";
import { openShop, OpenJob } from "@/tests/support/workshop";
import { trailDanger } from "./application-role";
import { pool } from "./pool";
import { sqlStateOf } from "./sqlstate";

givenDatabase();
const INSUFFICIENT_PRIVILEGE = "42501";
const RESTRICT_VIOLATION = "23001";
let application: pg.Client;
let job: OpenJob;

beforeAll(async () => {
  const lead: Actor = await openShop();
  job = await OpenJob.open(lead);
  application = new pg.Client({ connectionString: asApplication(process.env.DATABASE_URL ?? "") });
  await application.connect();
});
afterAll(() => application.end());

const stateOf = (statement: string) => application.query(statement).then(() => null, sqlStateOf);

test("the application reads and writes the shop, and adds to the trail", async () => {
  expect((await application.query("select from entry where job_id = $1", [job.id])).rowCount).toBe(1);
  const { rows } = await application.query<{ tables: string[] }>(
    `select array_agg(relname::text) as tables from pg_class
     where relnamespace = 'public'::regnamespace and relkind in ('r', 'p') and not relispartition
       and relname not in ('entry', 'entry_odds', 'text_version', 'migration')
       and not has_table_privilege(current_user, oid, 'select, insert, update, delete')`,
  );
  expect(rows[0]?.tables).toBeNull();
  expect(await trailDanger(application)).toBeNull();
  expect(await trailDanger(pool())).toContain("superuser");
});

test("it can neither change the trail, nor switch off what guards it, nor become somebody who can", async () => {
  const attempts = [
    "update entry set minutes = 1",
    "delete from entry",
    "truncate entry cascade",
    "update entry_0 set minutes = 1",
    "delete from entry_odds_7",
    "insert into entry_3 select * from entry_3",
    "truncate entry_0",
    "alter table entry detach partition entry_0",
    "alter table entry_0 disable trigger all",
    "update entry_odds set odds = '{}'",
    "alter table entry disable trigger all",
    "drop trigger entry_append_only on entry",
    "drop table entry cascade",
    "create table mine (a integer)",
    "insert into migration (name, checksum) values ('9999-x.sql', '')",
    "set role postgres",
    "alter role dead_ends_app superuser",
  ];
  for (const attempt of attempts) {
    const state = await stateOf(attempt);
    // There may be no user of this name: that is no way either.
    expect(["set role postgres"].includes(attempt) ? ["42501", "22023"] : [INSUFFICIENT_PRIVILEGE], attempt).toContain(
      state,
    );
  }
});

/** Of the whole, of the piece that holds the entry, and of every piece, empty or not. */
async function changesOfTheTrail(client: pg.PoolClient): Promise<readonly string[]> {
  const { rows } = await client.query<{ piece: string }>(
    "select inhrelid::regclass::text as piece from pg_inherits where inhparent in ('entry'::regclass, 'entry_odds'::regclass)",
  );
  const { rows: holding } = await client.query<{ piece: string }>(
    "select tableoid::regclass::text as piece from entry",
  );
  expect([rows.length, holding.length]).toEqual([16, 1]);
  const changed = ["entry", ...holding.map(({ piece }) => piece)];
  return [
    ...changed.flatMap((table) => [`update ${table} set minutes = 1`, `delete from ${table}`]),
    ...["entry", ...rows.map(({ piece }) => piece)].map((table) => `truncate ${table} cascade`),
  ];
}

test("the trail is guarded also where a session leaves triggers out, whoever asks", async () => {
  const client = await pool().connect();
  try {
    await client.query("begin");
    await client.query("set local session_replication_role = replica");
    for (const statement of await changesOfTheTrail(client)) {
      await client.query("savepoint before");
      expect(await client.query(statement).then(() => null, sqlStateOf), statement).toBe(RESTRICT_VIOLATION);
      await client.query("rollback to savepoint before");
    }
  } finally {
    await client.query("rollback");
    client.release();
  }
});
