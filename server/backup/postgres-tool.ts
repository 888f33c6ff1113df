import "server-only";
import { spawn } from "node:child_process";
import { primaryOf } from "@/server/db/primary";
import { settings } from "@/server/settings";

/** Where PostgreSQL's own programs are, as whoever starts this process found them; else they are looked for where programs are. */
const programOf = (name: string): string =>
  process.env.POSTGRES_PROGRAMS ? `${process.env.POSTGRES_PROGRAMS}/${name}` : name;

export interface ToolEnded {
  readonly ok: boolean;
  /** The last line that it said on standard error. */
  readonly said: string;
}

/** One of PostgreSQL's own programs, without a database: to read a backup. */
export function readWith(name: "pg_restore", args: readonly string[], stop: AbortSignal): Promise<ToolEnded> {
  return runTool(name, args, process.env, stop);
}

/**
 * One of PostgreSQL's own programs on the configured database. The password goes by the environment: arguments can be read by everybody on the machine.
 */
export async function onDatabase(
  name: "pg_dump" | "pg_restore",
  args: readonly string[],
  stop?: AbortSignal,
): Promise<ToolEnded> {
  const url = new URL(await primaryOf(settings().databaseDirectUrl));
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(url.password) };
  url.password = "";
  return runTool(name, ["--dbname", url.toString(), ...args], env, stop);
}

function runTool(
  name: string,
  args: readonly string[],
  env: NodeJS.ProcessEnv,
  signal?: AbortSignal,
): Promise<ToolEnded> {
  return new Promise((done) => {
    const child = spawn(programOf(name), args, { env, signal, stdio: ["ignore", "ignore", "pipe"] });
    let said = "";
    child.stderr.on("data", (piece: Buffer) => (said = (said + piece.toString("utf8")).slice(-2000)));
    child.once("error", (error) => done({ ok: false, said: `${name} could not be run: ${error.message}` }));
    child.once("close", (code) => done({ ok: code === 0, said: said.trim().split("\n").at(-1) ?? "" }));
  });
}
