import { resolve } from "node:path";
import { Stop } from "./say.mjs";

const OLDEST_NODE_MAJOR = 20;
const DEFAULT_PORT = 4310;

/** The project's own folder, whichever folder the command was started from. */
export const root = resolve(import.meta.dirname, "../..");

export function requireNode() {
  const major = Number(process.versions.node.split(".")[0]);
  if (major < OLDEST_NODE_MAJOR)
    throw new Stop(`Dead Ends needs Node.js ${OLDEST_NODE_MAJOR} or newer; this is ${process.versions.node}.`);
}

/**
 * The settings of every start command, from the environment.
 * @returns {{ host: string, port: number, dataDir: string, databaseUrl: string | null }}
 */
export function readSettings(env = process.env) {
  const port = Number(env.PORT || DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(`PORT must be a whole number from 1 to 65535; it is "${env.PORT}".`);
  const databaseUrl = env.DATABASE_URL || null;
  if (databaseUrl && !/^postgres(ql)?:\/\//.test(databaseUrl))
    throw new Stop("DATABASE_URL must begin with postgres:// or postgresql://.");
  return { host: env.HOST || "127.0.0.1", port, dataDir: resolve(root, env.DATA_DIR || ".data"), databaseUrl };
}
