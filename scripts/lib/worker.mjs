import { spawn } from "node:child_process";
import { once } from "node:events";
import { postgresPrograms } from "./debian.mjs";
import { asKnown } from "./process.mjs";
import { programArgs } from "./programs.mjs";
import { pauseBeforeRestart } from "./restart.mjs";
import { root } from "./settings.mjs";

/** So long it may take to end by itself. */
const STOP_LIMIT_MS = 5_000;

/**
 * Keeps the process up that does long work beside the web server.
 * @param {{ databaseUrl: string, onStart?: (child: { pid: number, started: string | null }) => void }} options
 * @returns {{ pid: () => number | undefined, stop: () => Promise<void> }} `stop` is through when it has ended
 */
export function keepLongWorkUp({ databaseUrl, onStart = () => {} }) {
  let [child, isStopped, pauseMs] = [null, false, 0];
  const start = () => {
    if (isStopped) return;
    const begun = Date.now();
    child = startLongWork(databaseUrl);
    onStart(asKnown(child.pid));
    child.once("exit", () => {
      pauseMs = pauseBeforeRestart(begun, pauseMs);
      setTimeout(start, pauseMs).unref();
    });
  };
  start();
  return {
    pid: () => child?.pid,
    stop: async () => {
      isStopped = true;
      if (!child || child.exitCode !== null || child.signalCode !== null) return;
      const ended = once(child, "exit");
      child.kill("SIGTERM");
      const limit = setTimeout(() => child.kill("SIGKILL"), STOP_LIMIT_MS);
      await ended;
      clearTimeout(limit);
    },
  };
}

/** One process that does long work, until it ends. */
export function startLongWork(databaseUrl) {
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    NODE_ENV: "production",
    POSTGRES_PROGRAMS: postgresPrograms()?.bin ?? "",
  };
  return spawn(process.execPath, programArgs("long-work"), { cwd: root, env, stdio: ["ignore", "ignore", "inherit"] });
}
