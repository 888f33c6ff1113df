/** PostgreSQL refuses to run as root: as root its programs run as user postgres, to whom their folders are given. */
import { chownSync, readFileSync } from "node:fs";
import { finish } from "./child.mjs";
import { Stop } from "./say.mjs";

const isRoot = () => process.getuid() === 0;

/**
 * How a program of PostgreSQL's is called.
 * @param {string} program
 * @param {readonly string[]} args
 * @returns {[string, string[]]}
 */
export function callAsPostgres(program, args) {
  if (!isRoot()) return [program, [...args]];
  return ["setpriv", ["--reuid=postgres", "--regid=postgres", "--init-groups", program, ...args]];
}

/**
 * Runs one to its end.
 * @param {string} program
 * @param {readonly string[]} args
 * @returns {Promise<{ code: number | null, output: string }>}
 */
export function asPostgres(program, args) {
  return finish(...callAsPostgres(program, args), { cwd: "/", quiet: true });
}

/** @param {string} path */
export function giveToPostgres(path) {
  if (!isRoot()) return;
  const line = readFileSync("/etc/passwd", "utf8")
    .split("\n")
    .find((entry) => entry.startsWith("postgres:"));
  if (!line) throw new Stop("There is no user postgres on this machine: apt-get install postgresql.");
  const [, , uid, gid] = line.split(":");
  chownSync(path, Number(uid), Number(gid));
}
