import { spawnSync } from "node:child_process";
import { primaryOf } from "@/server/db/primary";
import { settings } from "@/server/settings";
import { postgresPrograms } from "./debian.mjs";

/**
 * Runs one of PostgreSQL's own programs on the configured database. The password goes by the environment: arguments can be read
 * by everybody on the machine.
 * @throws Error with the program's last line where it fails
 */
export async function postgresTool(name: "pg_dump" | "pg_restore", args: readonly string[]): Promise<void> {
  const url = new URL(await primaryOf(settings().databaseUrl));
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(url.password) };
  url.password = "";
  const program = `${postgresPrograms()?.bin ?? "/usr/bin"}/${name}`;
  const { status, stderr, error } = spawnSync(program, ["--dbname", url.toString(), ...args], {
    env,
    encoding: "utf8",
  });
  if (error) throw new Error(`${name} could not be run: ${error.message}`);
  if (status !== 0) throw new Error(`${name} failed: ${stderr.trim().split("\n").at(-1)}`);
}
