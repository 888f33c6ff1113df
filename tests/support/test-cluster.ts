import pg from "pg";

/** The cluster that all tests of a run share. */

export const EMPTY_TEMPLATE = "test_template_empty";
export const DEMO_TEMPLATE = "test_template_demo";

/** The address of a database on the tests' own cluster. */
export function urlOf(database: string): string {
  const server = process.env.TEST_DATABASE_URL;
  if (!server) throw new Error("TEST_DATABASE_URL is not set: run the tests with npm test");
  const url = new URL(server);
  url.pathname = `/${database}`;
  return url.toString();
}

/** What the application works as; the tests themselves work as the owner. */
export const APPLICATION_USER = { name: "dead_ends_app", password: "for tests alone" };

/** The same database as the application's own user. */
export function asApplication(databaseUrl: string): string {
  const url = new URL(databaseUrl);
  url.username = APPLICATION_USER.name;
  url.password = encodeURIComponent(APPLICATION_USER.password);
  return url.toString();
}

export async function onServer(work: (client: pg.Client) => Promise<void>): Promise<void> {
  const client = new pg.Client({ connectionString: urlOf("postgres") });
  await client.connect();
  try {
    await work(client);
  } finally {
    await client.end();
  }
}
