/**
 * `npm start` and `npm run demo`: installs what is missing, starts the database, brings it up to date, builds what has
 * changed, serves, keeps both up, and stops everything cleanly on Ctrl-C or SIGTERM.
 */
import { join } from "node:path";
import { ensureBuild } from "./lib/build.mjs";
import { startCluster } from "./lib/cluster.mjs";
import { addresses, noteServed, prepareDatabase } from "./lib/database.mjs";
import { ensureDebianPackages } from "./lib/debian.mjs";
import { hold } from "./lib/hold.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { portBecomesFree } from "./lib/ports.mjs";
import { lives } from "./lib/process.mjs";
import { Stop, run, say } from "./lib/say.mjs";
import { serve } from "./lib/serve.mjs";
import { startVehicleInterface } from "./lib/stand-ins.mjs";
import { readSettings, requireNode } from "./lib/settings.mjs";
import { keepLongWorkUp } from "./lib/worker.mjs";

const demo = process.argv.includes("--demo");

await run(async () => {
  requireNode();
  const settings = readSettings();
  const held = settings.databaseUrl ? null : holdDataFolder(settings);
  try {
    await startOn(settings, held);
  } finally {
    held?.release();
  }
});

async function startOn(settings, held) {
  const orphans = endOrphans(held?.left);
  if (!(await portBecomesFree(settings.port, settings.host, orphans ? 5000 : 0)))
    throw new Stop(`Port ${settings.port} is in use; set PORT to another one, for example PORT=${settings.port + 1}.`);
  if (!settings.databaseUrl) await ensureDebianPackages(["postgresql"]);
  await ensureModules();
  const cluster = settings.databaseUrl ? null : await startCluster(settings.dataDir);
  const stopCluster = cluster?.stop ?? (async () => {});
  const interrupted = stopEarly(stopCluster, held);
  try {
    const name = demo ? "dead_ends_demo" : "dead_ends";
    const { databaseUrl, ownerUrl } = addresses(settings, cluster, name);
    cluster?.keepUp();
    await prepareDatabase({ databaseUrl, ownerUrl, isOurs: cluster !== null }, demo);
    await ensureBuild();
    if (cluster) noteServed(settings.dataDir, name);
    const standIn = demo && !process.env.VEHICLE_INTERFACE_URL ? await startVehicleInterface() : null;
    if (standIn) process.env.VEHICLE_INTERFACE_URL = standIn.url;
    const noteChild = noteChildren(held, standIn ? { standIn: standIn.known } : {});
    let worker = null;
    // People first: both read the whole house as they start.
    const onOpen = () => (worker = keepLongWorkUp({ databaseUrl, onStart: noteChild("worker") }));
    try {
      const onStart = noteChild("application");
      await serve({ ...settings, databaseUrl, demo, replaceSignals: interrupted.release, onStart, onOpen });
    } finally {
      standIn?.stop();
      await worker?.stop();
    }
  } finally {
    await stopCluster();
    say("Stopped.");
  }
}

/**
 * Notes who runs for us, each under its name: the next start ends what is left of them where this one is killed. A full disk, or a folder that is gone, is no
 * reason to end what serves.
 */
function noteChildren(held, known) {
  const children = { ...known };
  return (name) => (child) => {
    children[name] = child;
    try {
      held?.note({ children: Object.values(children) });
    } catch (error) {
      say(`Who runs here could not be noted in the data directory: ${error.code ?? error}.`);
    }
  };
}

/** One start command serves a data directory at a time, whatever its port. */
function holdDataFolder({ dataDir, port, host }) {
  const mine = holdOrStop(dataDir, { port, host });
  if (mine.held) return mine;
  const { pid, host: at, port: open } = mine.by;
  throw new Stop(
    `Dead Ends already runs on ${dataDir} (process ${pid}, http://${at}:${open}). Stop it first, or set DATA_DIR to another folder.`,
  );
}

function holdOrStop(dataDir, note) {
  try {
    return hold(join(dataDir, "start.json"), note);
  } catch (error) {
    throw new Stop(`The data directory ${dataDir} cannot be made: ${error.code ?? error}.`);
  }
}

/** What a start command that was killed left running. @returns whether there was something */
function endOrphans(left) {
  const orphans = (left?.children ?? []).filter(lives);
  for (const { pid } of orphans) process.kill(pid, "SIGKILL");
  return orphans.length > 0;
}

/** Until the application serves, a signal stops the cluster and leaves. */
function stopEarly(stopCluster, held) {
  const leave = () =>
    void stopCluster().finally(() => {
      held?.release();
      process.exit(1);
    });
  process.once("SIGINT", leave).once("SIGTERM", leave);
  return { release: () => process.off("SIGINT", leave).off("SIGTERM", leave) };
}
