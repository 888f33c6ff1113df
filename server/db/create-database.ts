import "server-only";
import pg from "pg";
import { addressesOf, primaryOf } from "./primary";
import { sqlStateOf } from "./sqlstate";

const DATABASE_DOES_NOT_EXIST = "3D000";

/**
 * Makes a database where the server has none of that name.
 * @param url of the database wanted; the server's database `postgres` is used to make it
 * @throws Error with one sentence where the server cannot be reached, or refuses
 */
export async function createDatabaseIfMissing(url: string): Promise<void> {
  // Of several servers the standbys cannot make one: whoever sets them up has made it on the first.
  const isAlone = addressesOf(url).length === 1;
  const failure = await tryConnect(url);
  if (failure === null) return;
  if (!isAlone || sqlStateOf(failure) !== DATABASE_DOES_NOT_EXIST)
    throw new Error(`The database cannot be reached: ${messageOf(failure)}.`, { cause: failure });
  const wanted = new URL(url);
  const name = decodeURIComponent(wanted.pathname.slice(1));
  wanted.pathname = "/postgres";
  await onServer(wanted.toString(), (client) => client.query(`create database ${client.escapeIdentifier(name)}`));
}

async function tryConnect(url: string): Promise<unknown> {
  try {
    await onServer(await primaryOf(url), async () => {});
    return null;
  } catch (error) {
    return error;
  }
}

async function onServer(url: string, work: (client: pg.Client) => Promise<unknown>): Promise<void> {
  const client = new pg.Client({ connectionString: url });
  try {
    await client.connect();
    await work(client);
  } finally {
    await client.end().catch(() => {});
  }
}

function messageOf(error: unknown): string {
  return error instanceof Error && error.message ? error.message : String(error);
}
