import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { finish } from "./child.mjs";
import { startCluster } from "./cluster.mjs";
import { ensurePrograms, programArgs } from "./programs.mjs";
import { Stop, TRY_AGAIN, say } from "./say.mjs";
import { readSettings } from "./settings.mjs";

const DEFAULT = "dead_ends";
const noteFile = (dataDir) => join(dataDir, "served-database");

/** Notes which of the cluster's databases is served, for the commands that work on "the running database". */
export function noteServed(dataDir, name) {
  writeFileSync(noteFile(dataDir), name);
}

/**
 * Where the application finds its database, and where its owner does.
 * @param {{ databaseUrl: string | null, ownerUrl: string | null }} settings
 * @param {{ url: (database: string) => string, applicationUrl: (database: string) => string } | null} cluster our own, where there is one
 */
export function addresses(settings, cluster, name) {
  if (cluster) return { databaseUrl: cluster.applicationUrl(name), ownerUrl: cluster.url(name) };
  return { databaseUrl: settings.databaseUrl, ownerUrl: settings.ownerUrl ?? settings.databaseUrl };
}

const PATIENCE_MS = 60_000;

/**
 * Brings the database up to date as its owner, and admits the application's user to it. Our own, which may be killed meanwhile and is kept up,
 * is tried again; another one that cannot be reached is a setting to be looked at.
 */
export async function prepareDatabase({ databaseUrl, ownerUrl, isOurs }, demo) {
  const env = {
    DATABASE_URL: ownerUrl,
    DATABASE_DIRECT_URL: "",
    APPLICATION_DATABASE_URL: databaseUrl,
    APPLICATION_USER_IS_OURS: isOurs ? "1" : "0",
  };
  await ensurePrograms();
  const args = [...programArgs("prepare-database"), ...(demo ? ["--demo"] : [])];
  for (const end = Date.now() + PATIENCE_MS; ;) {
    const { code } = await finish(process.execPath, args, { env });
    if (code === 0) return;
    if (!isOurs || code !== TRY_AGAIN || Date.now() > end) throw new Stop("Nothing is served: see the line above.");
    say("It is tried again.");
    await new Promise((done) => setTimeout(done, 1000));
  }
}

/**
 * Works on the configured database, or on the one served last from the data directory; starts its cluster where it rests.
 * @param {(url: string) => Promise<T>} work
 * @template T
 */
export async function withDatabase(work) {
  const { databaseUrl, ownerUrl, dataDir } = readSettings();
  if (databaseUrl) return work(ownerUrl ?? databaseUrl);
  const name = existsSync(noteFile(dataDir)) ? readFileSync(noteFile(dataDir), "utf8").trim() : DEFAULT;
  const cluster = await startCluster(dataDir);
  try {
    return await work(cluster.url(name));
  } finally {
    await cluster.stop();
  }
}
