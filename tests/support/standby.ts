import { join } from "node:path";
import pg from "pg";
import { asPostgres } from "@/scripts/lib/as-postgres.mjs";
import { postgresPrograms } from "@/scripts/lib/debian.mjs";
import { freePort } from "@/scripts/lib/ports.mjs";
import { startBeside, type Beside } from "./beside";

/** A server of PostgreSQL's with an empty database `shop`, and another that follows it and acknowledges each write. */
export interface Pair {
  readonly first: Beside;
  readonly second: Beside;
  /** The address of both, as DATABASE_URL has it. */
  readonly url: string;
  /** The second takes writes from now on. */
  promote(): Promise<void>;
}

const OWNER = "dead_ends";
const addressOf = (port: number, database: string) => `postgresql://${OWNER}@127.0.0.1:${port}/${database}`;

export async function startPair(): Promise<Pair> {
  const [firstPort, secondPort] = [await freePort(), await freePort()];
  const first = await startServer(firstPort, (data) => [
    "initdb",
    ["-D", data, "-U", OWNER, "--auth=trust", "--encoding=UTF8", "--locale=C.UTF-8", "--no-sync"],
  ]);
  await on(firstPort, "create database shop");
  const second = await startServer(secondPort, (data) => [
    "pg_basebackup",
    ["-d", addressOf(firstPort, "postgres"), "-D", data, "-R", "-X", "stream", "-c", "fast", "--no-sync"],
  ]);
  // From here on a write is acknowledged when both have it.
  await on(firstPort, "alter system set synchronous_standby_names = '*'");
  await on(firstPort, "select pg_reload_conf()");
  await untilFollowed(firstPort);
  return {
    first,
    second,
    url: `postgresql://${OWNER}@127.0.0.1:${firstPort},127.0.0.1:${secondPort}/shop`,
    promote: () => on(secondPort, "select pg_promote(true, 60)").then(() => {}),
  };
}

type Making = (data: string) => readonly [program: string, args: readonly string[]];

function startServer(port: number, make: Making): Promise<Beside> {
  const programs = postgresPrograms();
  if (!programs) throw new Error("PostgreSQL's server is missing from this machine");
  return startBeside(port, async (folder) => {
    const data = join(folder, "data");
    const [program, args] = make(data);
    const { code, output } = await asPostgres(`${programs.bin}/${program}`, args);
    if (code !== 0) throw new Error(`${program} failed: ${output}`);
    const settings = ["listen_addresses=127.0.0.1", "unix_socket_directories=", "fsync=off"].flatMap((each) => [
      "-c",
      each,
    ]);
    return [`${programs.bin}/postgres`, "-D", data, "-p", String(port), ...settings];
  });
}

async function on(port: number, query: string): Promise<unknown[]> {
  const client = new pg.Client({ connectionString: addressOf(port, "postgres") });
  await client.connect();
  const { rows } = await client.query(query);
  await client.end();
  return rows;
}

const FOLLOWED_LIMIT_MS = 30_000;

async function untilFollowed(port: number): Promise<void> {
  const asked = "select from pg_stat_replication where state = 'streaming' and sync_state = 'sync'";
  for (const end = Date.now() + FOLLOWED_LIMIT_MS; !(await on(port, asked)).length;) {
    if (Date.now() > end) throw new Error("the second server does not follow the first one");
    await new Promise((done) => setTimeout(done, 100));
  }
}
