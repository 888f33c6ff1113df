import { onDatabase } from "@/server/backup/postgres-tool";
import { postgresPrograms } from "./debian.mjs";

/**
 * Runs one of PostgreSQL's own programs on the configured database.
 * @throws Error with the program's last line where it fails
 */
export async function postgresTool(name: "pg_dump" | "pg_restore", args: readonly string[]): Promise<void> {
  process.env.POSTGRES_PROGRAMS ??= postgresPrograms()?.bin ?? "";
  const { ok, said } = await onDatabase(name, args);
  if (!ok) throw new Error(`${name} failed: ${said}`);
}
