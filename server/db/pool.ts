import "server-only";
import pg from "pg";
import { isPooled, settings } from "@/server/settings";
import { bookMayHaveChanged } from "./book-news";
import { clientFor } from "./primary";
import { READ_ONLY_SQL_TRANSACTION, sqlStateOf } from "./sqlstate";

const BIGINT_OID = 20;
const NUMERIC_OID = 1700;
const DATE_OID = 1082;

// Counters and minutes stay far below 2^53, so plain numbers hold them exactly; a date has no time of day and no zone.
pg.types.setTypeParser(BIGINT_OID, Number);
pg.types.setTypeParser(NUMERIC_OID, Number);
pg.types.setTypeParser(DATE_OID, (text) => text);

/** What queries need: a pool for reads, or the one connection of a transaction. */
export type Db = Pick<pg.ClientBase, "query">;

/** For reads, and for transactions: a transaction keeps its connection until it is through, and pages that only read must not wait for that. */
const MOST_CONNECTIONS = 10;
/** Every wait has an end: for a free connection, for what somebody else holds, for one statement, for a transaction that does nothing. */
const CONNECTION_MS = 8_000;
const LOCK_MS = 20_000;
const STATEMENT_MS = 60_000;
const IDLE_TRANSACTION_MS = 120_000;

const ENDS_OF_WAITS = {
  lock_timeout: LOCK_MS,
  statement_timeout: STATEMENT_MS,
  idle_in_transaction_session_timeout: IDLE_TRANSACTION_MS,
};

// One of each for the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsPool?: pg.Pool; deadEndsWriters?: pg.Pool } = globalThis;

/** The pool, made on first use: a build needs no database. */
export function pool(): pg.Pool {
  kept.deadEndsPool ??= makePool(isPooled(settings()) ? { query_timeout: STATEMENT_MS } : ENDS_OF_WAITS);
  return kept.deadEndsPool;
}

/** Connections for transactions. */
function writers(): pg.Pool {
  kept.deadEndsWriters ??= makePool(isPooled(settings()) ? {} : ENDS_OF_WAITS);
  return kept.deadEndsWriters;
}

/** Behind a pooler the next query is another connection's: one that was prepared there under a name is not known here. */
class NamelessClient extends pg.Client {
  constructor(config?: string | pg.ClientConfig) {
    super(config);
    const ask = this.query.bind(this) as (...asked: unknown[]) => unknown;
    Object.assign(this, { query: (first: unknown, ...more: unknown[]) => ask(withoutName(first), ...more) });
  }
}

/** A query that the connection is to plan anew. */
export function withoutName(asked: unknown): unknown {
  const isQuery = typeof asked === "object" && asked !== null && "name" in asked && "text" in asked;
  return isQuery && !("submit" in asked) ? { ...asked, name: undefined } : asked;
}

/** @param ends of waits: a pooler takes none for a connection; behind one a transaction sets its own, and a read has its end here */
function makePool(ends: pg.PoolConfig): pg.Pool {
  const made = new pg.Pool({
    connectionString: settings().databaseUrl,
    max: MOST_CONNECTIONS,
    application_name: "dead-ends",
    keepAlive: true,
    connectionTimeoutMillis: CONNECTION_MS,
    Client: clientFor(settings().databaseUrl, isPooled(settings()) ? NamelessClient : pg.Client),
    ...ends,
  });
  // A connection that breaks while idle is replaced on the next use, and one that breaks between two queries of a transaction fails the next one;
  // without a listener either would end the process.
  made.on("error", () => {});
  made.on("connect", (client) => void client.on("error", () => {}));
  return made;
}

/** How the connections are used right now. */
export function connections(): { readonly all: number; readonly idle: number; readonly waiting: number } {
  const pools = [kept.deadEndsPool, kept.deadEndsWriters].flatMap((each) => each ?? []);
  const sum = (of: (each: pg.Pool) => number) => pools.reduce((total, each) => total + of(each), 0);
  return {
    all: sum(({ totalCount }) => totalCount),
    idle: sum(({ idleCount }) => idleCount),
    waiting: sum(({ waitingCount }) => waitingCount),
  };
}

/** Closes every connection: for programs that end, not for the web server. */
export async function closePool(): Promise<void> {
  await Promise.all([kept.deadEndsPool?.end(), kept.deadEndsWriters?.end()]);
  delete kept.deadEndsPool;
  delete kept.deadEndsWriters;
}

/** Lifts the limits for the rest of a transaction: for long work that somebody asked for and waits for. */
export async function takeTheTimeItNeeds(db: Db): Promise<void> {
  await db.query("set local statement_timeout = 0");
  await db.query("set local lock_timeout = 0");
  await db.query("set local idle_in_transaction_session_timeout = 0");
}

const BEGIN_POOLED = `begin; ${Object.entries(ENDS_OF_WAITS)
  .map(([name, ms]) => `set local ${name} = ${ms}`)
  .join("; ")}`;

/** Runs `work` in one transaction: all of it is kept, or nothing where it throws. */
export async function inTransaction<T>(work: (db: Db) => Promise<T>): Promise<T> {
  const result = await transaction("commit", work);
  bookMayHaveChanged();
  return result;
}

/** Runs `work` in a transaction of which nothing is kept. */
export function inTransactionNotKept<T>(work: (db: Db) => Promise<T>): Promise<T> {
  return transaction("rollback", work);
}

async function transaction<T>(end: "commit" | "rollback", work: (db: Db) => Promise<T>): Promise<T> {
  const client = await writers().connect();
  let broken = false;
  try {
    await client.query(isPooled(settings()) ? BEGIN_POOLED : "begin");
    const result = await work(client);
    await client.query(end);
    return result;
  } catch (error) {
    // A server that has become another one's follower takes no writes any more, on no connection of ours.
    if (sqlStateOf(error) === READ_ONLY_SQL_TRANSACTION) broken = true;
    await client.query("rollback").catch(() => (broken = true));
    throw error;
  } finally {
    client.release(broken);
  }
}
