import { closePool } from "@/server/db/pool";
import { isUnavailable } from "@/server/db/sqlstate";
import { TRY_AGAIN } from "./say.mjs";

/** Runs a program that works on the database: an expected failure is one sentence and exit code 1, or `TRY_AGAIN` where the database could not answer just then. */
export async function program(main: () => Promise<void>): Promise<void> {
  try {
    await main();
  } catch (error) {
    process.exitCode = isUnavailable(error) || (error instanceof Error && isUnavailable(error.cause)) ? TRY_AGAIN : 1;
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    if (process.env.DEBUG) console.error(error);
  } finally {
    await closePool();
  }
}
