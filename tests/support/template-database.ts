import type pg from "pg";
import { admitApplication } from "@/server/db/application-role";
import { closePool, inTransaction } from "@/server/db/pool";
import { migrate } from "@/server/db/migrate";
import { loadDemo } from "@/demo/load";
import { APPLICATION_USER, DEMO_TEMPLATE, EMPTY_TEMPLATE, onServer, urlOf } from "./test-cluster";

/** Any fixed number of our own: the projects of one run make the templates once between them. */
const LOCK = 4_310_003;

/**
 * Makes the databases that every test file copies: one freshly migrated, one with the demo. Both are made anew for each run, from
 * the migrations and the demo as they stand now.
 */
export default async function setUp(): Promise<void> {
  await onServer(async (client) => {
    await client.query("select pg_advisory_lock($1)", [LOCK]);
    // `npm test` makes them while it builds, and says for which run.
    const run = process.env.TEMPLATES_OF ?? `${process.pid}-${Math.round(performance.timeOrigin)}`;
    const made = await client.query(
      "select 1 from pg_database d join pg_shdescription s on s.objoid = d.oid where d.datname = $1 and s.description = $2",
      [DEMO_TEMPLATE, run],
    );
    if (made.rowCount) return;
    await dropLeftovers(client);
    await makeTemplate(client, EMPTY_TEMPLATE, async () => {
      await migrate();
      await inTransaction((db) => admitApplication(db, APPLICATION_USER, true));
    });
    await makeTemplate(client, DEMO_TEMPLATE, async () => {
      await migrate();
      await inTransaction((db) => admitApplication(db, APPLICATION_USER, true));
      await loadDemo(new Date(), () => {});
    });
    await client.query(`comment on database ${DEMO_TEMPLATE} is '${run}'`);
  });
}

async function makeTemplate(client: pg.Client, name: string, fill: () => Promise<void>): Promise<void> {
  await client.query(`create database ${name}`);
  process.env.DATABASE_URL = urlOf(name);
  try {
    await fill();
  } finally {
    await closePool();
    delete process.env.DATABASE_URL;
  }
}

async function dropLeftovers(client: pg.Client): Promise<void> {
  const { rows } = await client.query<{ datname: string }>(
    "select datname from pg_database where datname like 'test\\_%'",
  );
  for (const { datname } of rows) await client.query(`drop database if exists ${datname} with (force)`);
}
