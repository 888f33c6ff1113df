import { closePool } from "@/server/db/pool";

/** Runs a program that works on the database: an expected failure is one sentence and exit code 1. */
export async function program(main: () => Promise<void>): Promise<void> {
  try {
    await main();
  } catch (error) {
    process.exitCode = 1;
    process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
    if (process.env.DEBUG) console.error(error);
  } finally {
    await closePool();
  }
}
