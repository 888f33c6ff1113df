/** `npm run bench:start`: how long a second start takes until it serves, with everything installed, built and loaded. */
import { spawn } from "node:child_process";
import { performance } from "node:perf_hooks";
import { ensureBuild } from "./lib/build.mjs";
import { ensureDebianPackages } from "./lib/debian.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { freePort } from "./lib/ports.mjs";
import { Stop, run, say } from "./lib/say.mjs";
import { readSettings, requireNode } from "./lib/settings.mjs";

const ROUNDS = 5;
const WANTED_S = 10;

await run(async () => {
  requireNode();
  await ensureDebianPackages(["postgresql"]);
  await ensureModules();
  await ensureBuild();
  const env = { ...process.env, DATA_DIR: `${readSettings().dataDir}/bench-start`, PORT: String(await freePort()) };
  await startOnce(env);
  const seconds = [];
  for (let round = 0; round < ROUNDS; round++) seconds.push(await startOnce(env));
  seconds.sort((a, b) => a - b);
  const shown = seconds.map((each) => each.toFixed(1)).join(", ");
  say(
    `From the command to the first answer, ${ROUNDS} second starts of the demo: ${shown} s (wanted: within ${WANTED_S} s)`,
  );
});

/** Seconds until the application answers; then stops it. */
async function startOnce(env) {
  const began = performance.now();
  const child = spawn("npm", ["run", "-s", "demo"], { env, stdio: ["ignore", "pipe", "inherit"], detached: true });
  const ended = new Promise((done) => child.once("close", done));
  const opened = new Promise((done, fail) => {
    child.stdout.on("data", (piece) => String(piece).includes("is open at") && done(performance.now()));
    child.once("close", () => fail(new Stop("The demo did not start.")));
  });
  const at = await opened;
  process.kill(-child.pid, "SIGTERM");
  await ended;
  return (at - began) / 1000;
}
