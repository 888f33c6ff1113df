import "server-only";
import PgBoss from "pg-boss";
import { log } from "@/server/log";
import { settings } from "@/server/settings";
import type { Db } from "@/server/db/pool";
import { primaryOf } from "@/server/db/primary";

/** The one queue of long work, made by a migration. */
export const LONG_WORK = "long-work";
/** The schema of its tables: migrations make it, the package does not. */
const SCHEMA = "queue";

const NO_END = 1_000_000;

interface Asked {
  readonly workId: string;
}

/** Work in the queue, as the package hands it out. */
export type QueuedWork = PgBoss.Job<Asked>;

/** Puts work into the queue, within the caller's transaction. */
export async function enqueue(db: Db, workId: string): Promise<void> {
  const executeSql = async (text: string, values: unknown[]) => db.query(text, values);
  const sender = new PgBoss({ db: { executeSql }, schema: SCHEMA, migrate: false, schedule: false, supervise: false });
  // When it is given up is decided by whoever does it, who tells people as well (`perform`).
  const sent = await sender.send(LONG_WORK, { workId } satisfies Asked, { retryLimit: NO_END });
  if (!sent) throw new Error(`work ${workId} was not taken into the queue`);
}

/** The queue for whoever does the work, who begins anew when the database's server is another one. */
export async function queueOfWorker(): Promise<PgBoss> {
  const boss = new PgBoss({
    connectionString: await primaryOf(settings().databaseDirectUrl),
    application_name: "dead-ends-queue",
    max: 2,
    schema: SCHEMA,
    migrate: false,
    schedule: false,
  });
  boss.on("error", (error) => log().warn({ err: error }, "queue of long work"));
  return boss;
}
