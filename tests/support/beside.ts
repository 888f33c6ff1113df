import { spawn } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { callAsPostgres, giveToPostgres } from "@/scripts/lib/as-postgres.mjs";
import { portAnswers } from "@/scripts/lib/ports.mjs";
import { killTree } from "@/scripts/lib/torture/process-tree";

/** A program from the system that runs beside a test, on loopback. */
export interface Beside {
  readonly port: number;
  stop(): Promise<void>;
  /** As a machine that loses its power. */
  kill(): void;
}

const START_LIMIT_MS = 60_000;
const PATIENCE_MS = 2000;

type Call = readonly string[];

/**
 * Starts a program that serves a port; as root it runs as user postgres, since some refuse to be root.
 * @param prepare makes what it needs in a folder of its own, and says how it is called
 */
export async function startBeside(port: number, prepare: (folder: string) => Call | Promise<Call>): Promise<Beside> {
  const folder = mkdtempSync(join(tmpdir(), "beside-"));
  giveToPostgres(folder);
  const [program = "", ...args] = await prepare(folder);
  const child = spawn(...callAsPostgres(program, args), { cwd: "/", stdio: "ignore" });
  const ended = new Promise<void>((done) => child.once("exit", () => done()));
  const answers = await Promise.race([portAnswers(port, START_LIMIT_MS), ended.then(() => false)]);
  if (!answers) throw new Error(`${program} does not serve: ${readLog(folder)}`);
  const kill = () => killTree(child.pid ?? 0);
  return {
    port,
    kill,
    async stop() {
      child.kill("SIGTERM");
      const patience = setTimeout(kill, PATIENCE_MS);
      await ended;
      clearTimeout(patience);
      rmSync(folder, { recursive: true, force: true, maxRetries: 5 });
    },
  };
}

function readLog(folder: string): string {
  try {
    return readFileSync(join(folder, "log"), "utf8").slice(-500);
  } catch {
    return "it wrote no log";
  }
}
