import { accessSync, constants, existsSync, readdirSync } from "node:fs";
import { finish } from "./child.mjs";
import { Stop, say } from "./say.mjs";

const POSTGRES_HOME = "/usr/lib/postgresql";

/** The folder of the newest PostgreSQL server's programs, or null. */
export function postgresPrograms() {
  if (!existsSync(POSTGRES_HOME)) return null;
  const majors = readdirSync(POSTGRES_HOME)
    .map(Number)
    .filter((major) => existsSync(`${POSTGRES_HOME}/${major}/bin/postgres`))
    .sort((a, b) => b - a);
  return majors.length ? { major: majors[0], bin: `${POSTGRES_HOME}/${majors[0]}/bin` } : null;
}

export const CHROMIUM = "/usr/bin/chromium";
export const HEADLESS_SHELL = "/usr/lib/chromium/chromium-headless-shell";

const PROBES = {
  postgresql: () => postgresPrograms() !== null,
  chromium: () => existsSync(CHROMIUM),
  "chromium-headless-shell": () => existsSync(HEADLESS_SHELL),
  "chromium-driver": () => existsSync("/usr/bin/chromedriver"),
  nginx: () => existsSync("/usr/sbin/nginx"),
  pgbouncer: () => existsSync("/usr/sbin/pgbouncer"),
};

/** What makes the tests faster, and what they go without where it cannot be had. */
const WELCOME = ["chromium-headless-shell"];

/** This very machine: what it has, and how to become root on it. */
const HERE = { has: (name) => PROBES[name](), asRoot: rootPrefix };

/**
 * Installs those of Debian's packages that are missing.
 * @param {("postgresql" | "chromium" | "chromium-headless-shell" | "chromium-driver" | "nginx" | "pgbouncer")[]} names
 * @param {{ has: (name: string) => boolean, asRoot: () => Promise<string[] | null> }} [machine]
 * @throws {Stop} where a package is missing and may not or cannot be installed
 */
export async function ensureDebianPackages(names, machine = HERE) {
  const missing = names.filter((name) => !machine.has(name));
  const needed = missing.filter((name) => !WELCOME.includes(name));
  const list = needed.join(" ");
  const asRoot = missing.length ? await machine.asRoot() : null;
  if (!needed.length && !asRoot) return;
  if (!asRoot)
    throw new Stop(
      `Missing from this machine: ${list}. Install with "apt-get install ${list}" as root, then start again.`,
    );
  say(`Installing ${missing.join(" ")} …`);
  const env = { DEBIAN_FRONTEND: "noninteractive" };
  await finish(asRoot[0], [...asRoot.slice(1), "apt-get", "update", "-qq"], { env, quiet: true });
  const install = (packages) =>
    finish(asRoot[0], [...asRoot.slice(1), "apt-get", "install", "-y", "-qq", "--no-install-recommends", ...packages], {
      env,
      quiet: true,
    });
  let { code, output } = await install(missing);
  if (code !== 0 && needed.length < missing.length) ({ code, output } = await install(needed));
  const stillMissing = needed.filter((name) => !machine.has(name));
  if (code !== 0 || stillMissing.length)
    throw new Stop(`apt-get could not install ${stillMissing.join(" ") || list}: ${lastLine(output)}`);
}

/** How to run a program as root: directly, by sudo without asking, or not at all (null). */
async function rootPrefix() {
  if (!existsSync("/usr/bin/apt-get")) return null;
  if (process.getuid() === 0) return ["env"];
  try {
    accessSync("/usr/bin/sudo", constants.X_OK);
  } catch {
    return null;
  }
  const terminal = process.stdin.isTTY;
  const { code } = await finish("sudo", terminal ? ["-v"] : ["-n", "true"], { quiet: !terminal });
  return code === 0 ? ["sudo", "--preserve-env=DEBIAN_FRONTEND"] : null;
}

function lastLine(text) {
  return text.trim().split("\n").at(-1) ?? "no reason given";
}
