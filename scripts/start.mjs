/**
 * `npm start` and `npm run demo`: installs what is missing, starts the database, brings it up to date, builds what has
 * changed, serves, and stops everything cleanly on Ctrl-C or SIGTERM.
 */
import { ensureBuild } from "./lib/build.mjs";
import { startCluster } from "./lib/cluster.mjs";
import { addresses, noteServed, prepareDatabase } from "./lib/database.mjs";
import { ensureDebianPackages } from "./lib/debian.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { portIsFree } from "./lib/ports.mjs";
import { Stop, run, say } from "./lib/say.mjs";
import { serve } from "./lib/serve.mjs";
import { startVehicleInterface } from "./lib/stand-ins.mjs";
import { readSettings, requireNode } from "./lib/settings.mjs";

const demo = process.argv.includes("--demo");

await run(async () => {
  requireNode();
  const settings = readSettings();
  if (!(await portIsFree(settings.port, settings.host)))
    throw new Stop(`Port ${settings.port} is in use; set PORT to another one, for example PORT=${settings.port + 1}.`);
  if (!settings.databaseUrl) await ensureDebianPackages(["postgresql"]);
  await ensureModules();
  const cluster = settings.databaseUrl ? null : await startCluster(settings.dataDir);
  const stopCluster = cluster?.stop ?? (async () => {});
  const interrupted = stopEarly(stopCluster);
  try {
    const name = demo ? "dead_ends_demo" : "dead_ends";
    const { databaseUrl, ownerUrl } = addresses(settings, cluster, name);
    const prepared = await prepareDatabase({ databaseUrl, ownerUrl, isOurs: cluster !== null }, demo);
    if (prepared.code !== 0) throw new Stop("Nothing is served: see the line above.");
    await ensureBuild();
    if (cluster) noteServed(settings.dataDir, name);
    const standIn = demo && !process.env.VEHICLE_INTERFACE_URL ? await startVehicleInterface() : null;
    if (standIn) process.env.VEHICLE_INTERFACE_URL = standIn.url;
    try {
      await serve({ ...settings, databaseUrl, demo, replaceSignals: interrupted.release });
    } finally {
      standIn?.stop();
    }
  } finally {
    await stopCluster();
    say("Stopped.");
  }
});

/** Until the application serves, a signal stops the cluster and leaves. */
function stopEarly(stopCluster) {
  const leave = () => void stopCluster().finally(() => process.exit(1));
  process.once("SIGINT", leave).once("SIGTERM", leave);
  return { release: () => process.off("SIGINT", leave).off("SIGTERM", leave) };
}
