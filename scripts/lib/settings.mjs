import { dirname, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { Stop } from "./say.mjs";

/** The first with everything that the application and its tools use. */
const OLDEST_NODE = [20, 11];
const DEFAULT_PORT = 4310;

/** The project's own folder, whichever folder the command was started from. */
// Not import.meta.dirname: an old Node.js has to get as far as being told that it is old.
export const root = resolve(dirname(fileURLToPath(import.meta.url)), "../..");

/** @throws {Stop} where the running Node.js is too old */
export function requireNode(version = process.versions.node) {
  const [major, minor] = version.split(".").map(Number);
  const [oldestMajor, oldestMinor] = OLDEST_NODE;
  if (major < oldestMajor || (major === oldestMajor && minor < oldestMinor))
    throw new Stop(`Dead Ends needs Node.js ${OLDEST_NODE.join(".")} or newer; this is ${version}.`);
}

/**
 * The settings of every start command, from the environment.
 * @returns {{ host: string, port: number, dataDir: string, databaseUrl: string | null, ownerUrl: string | null }}
 */
export function readSettings(env = process.env) {
  const port = Number(env.PORT || DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(`PORT must be a whole number from 1 to 65535; it is "${env.PORT}".`);
  requireWhole(env, "BACKUP_KEEP", 1, 1000);
  requireWhole(env, "BACKUP_HOUR", 0, 23);
  const databaseUrl = env.DATABASE_URL || null;
  if (databaseUrl && !/^postgres(ql)?:\/\//.test(databaseUrl))
    throw new Stop("DATABASE_URL must begin with postgres:// or postgresql://.");
  const ownerUrl = env.DATABASE_OWNER_URL || null;
  if (ownerUrl && !databaseUrl) throw new Stop("DATABASE_OWNER_URL is the owner of DATABASE_URL's database: set both.");
  return {
    host: env.HOST || "127.0.0.1",
    port,
    dataDir: resolve(root, env.DATA_DIR || ".data"),
    databaseUrl,
    ownerUrl,
  };
}

/** @throws {Stop} where a setting is there and is no whole number of a range */
function requireWhole(env, name, least, most) {
  const value = Number(env[name] || least);
  if (!Number.isInteger(value) || value < least || value > most)
    throw new Stop(`${name} must be a whole number from ${least} to ${most}; it is "${env[name]}".`);
}
