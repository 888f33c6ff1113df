import { closePool } from "@/server/db/pool";
import { isUnavailable } from "@/server/db/sqlstate";

/** Exit code of a program whose database could not answer just then (EX_TEMPFAIL of sysexits.h). */
const TRY_AGAIN = 75;

/** Runs a program that works on the database: an expected failure is one sentence and exit code 1, or 75 where the database could not answer just then. */
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
