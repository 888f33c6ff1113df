import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { startCluster } from "./cluster.mjs";
import { readSettings } from "./settings.mjs";

const DEFAULT = "dead_ends";
const noteFile = (dataDir) => join(dataDir, "served-database");

/** Notes which of the cluster's databases is served, for the commands that work on "the running database". */
export function noteServed(dataDir, name) {
  writeFileSync(noteFile(dataDir), name);
}

/**
 * Works on the configured database, or on the one served last from the data directory; starts its cluster where it rests.
 * @param {(url: string) => Promise<T>} work
 * @template T
 */
export async function withDatabase(work) {
  const { databaseUrl, dataDir } = readSettings();
  if (databaseUrl) return work(databaseUrl);
  const name = existsSync(noteFile(dataDir)) ? readFileSync(noteFile(dataDir), "utf8").trim() : DEFAULT;
  const cluster = await startCluster(dataDir);
  try {
    return await work(cluster.url(name));
  } finally {
    await cluster.stop();
  }
}
