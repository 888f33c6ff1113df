import { spawn } from "node:child_process";
import { nextProgram } from "./build.mjs";
import { portAnswers } from "./ports.mjs";
import { asKnown, parentOf } from "./process.mjs";
import { pauseBeforeRestart } from "./restart.mjs";
import { Stop, say } from "./say.mjs";
import { root } from "./settings.mjs";

const START_LIMIT_MS = 60_000;
const STOP_LIMIT_MS = 5_000;
/** An application that gives no answer at all for so long hangs. */
const ASK_EVERY_MS = 10_000;
const HANGS_AFTER = 3;
/** Somebody, or a machine short of memory, may kill it while it starts: more often than this, and it is given up where it never came up. */
const KILLED_AT_MOST = 5;

/**
 * Serves the built application until a signal. What ends by itself, is killed or hangs is started again; only an application that never came up,
 * and ended by itself or was killed time and again before it did, ends the start command.
 * @param {{ host: string, port: number, databaseUrl: string, demo: boolean, dev?: boolean, replaceSignals: () => void,
 *   onStart?: (child: { pid: number, started: string | null }) => void, onOpen?: () => void }} options onOpen is called when it answers for the first time
 */
export async function serve({ host, port, databaseUrl, demo, dev = false, replaceSignals, onStart, onOpen }) {
  const asked = stopAsked(replaceSignals);
  for (let [isOpen, pauseMs, killed] = [false, 0, 0]; !asked.isAsked;) {
    const begun = Date.now();
    const child = startApplication({ host, port, databaseUrl, dev });
    onStart?.(asKnown(child.pid));
    asked.stops(child);
    const ended = new Promise((done) => child.once("exit", (code, signal) => done({ code, signal })));
    const answers = await Promise.race([portAnswers(port, START_LIMIT_MS), ended.then(() => false)]);
    if (answers && !isOpen) {
      announce(host, port, demo);
      onOpen?.();
    }
    isOpen ||= answers;
    const watched = dev ? null : watchForAnswers(host, port, child);
    const { code, signal } = await ended;
    const why = signal ?? `exit code ${code}`;
    clearInterval(watched);
    if (asked.isAsked) return;
    const isKilled = signal === "SIGKILL" && ++killed <= KILLED_AT_MOST;
    if ((!isOpen && !isKilled) || dev) throw new Stop(`The application ended by itself (${why}).`);
    pauseMs = pauseBeforeRestart(begun, pauseMs);
    say(`The application ended (${why}); it is started again.`);
    await new Promise((done) => setTimeout(done, pauseMs));
  }
}

function startApplication({ host, port, databaseUrl, dev }) {
  const args = [nextProgram, dev ? "dev" : "start", "-H", host, "-p", String(port)];
  const env = {
    ...process.env,
    DATABASE_URL: databaseUrl,
    NEXT_TELEMETRY_DISABLED: "1",
    NODE_ENV: dev ? "development" : "production",
  };
  return spawn(process.execPath, args, {
    cwd: root,
    env,
    stdio: ["ignore", dev ? "inherit" : "ignore", "inherit"],
  });
}

/** From now on a signal, or the end of the npm that started us, stops the application, and with it the start command. */
function stopAsked(replaceSignals) {
  const asked = { isAsked: false, child: null, stops: (child) => void (asked.child = child) };
  const stop = () => {
    if (asked.isAsked) return;
    asked.isAsked = true;
    asked.child?.kill("SIGTERM");
    const { child } = asked;
    setTimeout(() => child?.kill("SIGKILL"), STOP_LIMIT_MS).unref();
  };
  replaceSignals();
  process.on("SIGINT", stop).on("SIGTERM", stop);
  whenNpmEnds(stop);
  return asked;
}

/** npm that is killed tells nobody: what it started, or the shell that it started it by, is somebody else's child then. */
function whenNpmEnds(stop) {
  if (!process.env.npm_lifecycle_event) return;
  const line = () => `${process.ppid} ${parentOf(process.ppid)}`;
  const before = line();
  setInterval(() => line() !== before && stop(), 1000).unref();
}

/** Kills an application that no longer answers at all: it is started again then. Whatever it answers, it is alive. */
function watchForAnswers(host, port, child) {
  const at = host === "0.0.0.0" || host === "::" ? "127.0.0.1" : host;
  let missed = 0;
  return setInterval(() => {
    fetch(`http://${at}:${port}/api/v1/health`, { signal: AbortSignal.timeout(ASK_EVERY_MS - 1000) }).then(
      () => void (missed = 0),
      () => {
        if (++missed < HANGS_AFTER) return;
        say("The application gives no answer.");
        child.kill("SIGKILL");
      },
    );
  }, ASK_EVERY_MS);
}

function announce(host, port, demo) {
  say(`\nDead Ends is open at http://${host === "0.0.0.0" ? "127.0.0.1" : host}:${port}`);
  if (demo)
    say(
      "Sign in as Ilka Venn (lead), Tomas Orrel (technician), Maret Sundby (desk) or Juno Asker (apprentice); passphrase: four wet roads",
    );
  say("Ctrl-C stops it.\n");
}
