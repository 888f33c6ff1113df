import { spawn } from "node:child_process";
import { nextProgram } from "./build.mjs";
import { portAnswers } from "./ports.mjs";
import { Stop, say } from "./say.mjs";
import { root } from "./settings.mjs";

const START_LIMIT_MS = 60_000;
const STOP_LIMIT_MS = 5_000;

/**
 * Serves the built application until a signal or its own end.
 * @param {{ host: string, port: number, databaseUrl: string, demo: boolean, dev?: boolean, replaceSignals: () => void }} options
 */
export async function serve({ host, port, databaseUrl, demo, dev = false, replaceSignals }) {
  const args = [nextProgram, dev ? "dev" : "start", "-H", host, "-p", String(port)];
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    NEXT_TELEMETRY_DISABLED: "1",
    NODE_ENV: dev ? "development" : "production",
  };
  const child = spawn(process.execPath, args, {
    cwd: root,
    env,
    stdio: ["ignore", dev ? "inherit" : "ignore", "inherit"],
  });
  const ended = new Promise((done) => child.once("exit", (code, signal) => done({ code, signal })));
  let asked = false;
  const stop = () => {
    asked = true;
    child.kill("SIGTERM");
    setTimeout(() => child.kill("SIGKILL"), STOP_LIMIT_MS).unref();
  };
  replaceSignals();
  process.on("SIGINT", stop).on("SIGTERM", stop);
  if (await Promise.race([portAnswers(port, START_LIMIT_MS), ended.then(() => false)])) announce(host, port, demo);
  const { code, signal } = await ended;
  if (!asked) throw new Stop(`The application ended by itself (${signal ?? `exit code ${code}`}).`);
}

function announce(host, port, demo) {
  say(`\nDead Ends is open at http://${host === "0.0.0.0" ? "127.0.0.1" : host}:${port}`);
  if (demo)
    say(
      "Sign in as Ilka Venn (lead), Tomas Orrel (technician), Maret Sundby (desk) or Juno Asker (apprentice); passphrase: four wet roads",
    );
  say("Ctrl-C stops it.\n");
}
