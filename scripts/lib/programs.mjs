import { rmSync } from "node:fs";
import { join } from "node:path";
import { holdInTurn } from "./hold.mjs";
import { root } from "./settings.mjs";
import { fingerprint, setStamp, stampHolds } from "./stamp.mjs";

/** What a start command runs beside the web server, each by its file. */
const PROGRAMS = {
  "prepare-database": "scripts/prepare-database.ts",
  "long-work": "scripts/long-work.ts",
  "vehicle-interface": "standins/vehicle-interface/main.ts",
};
const SOURCES = ["core", "demo", "scripts", "server", "simulation", "standins", "starter"];
const SETTINGS = ["package-lock.json", "tsconfig.json"];
const FOLDER = join(root, ".programs");
const STAMP = join(FOLDER, "source-stamp");

/** A process looks once. */
let ensured = null;

/**
 * Makes one file of each program, unless it is made of this very source already: read module by module through a compiler, each would take seconds
 * of the processor whenever it starts.
 */
export const ensurePrograms = () => (ensured ??= makeUnlessMade());

async function makeUnlessMade() {
  const print = fingerprint(root, [...SOURCES, ...SETTINGS], process.versions.node);
  if (stampHolds(STAMP, print)) return;
  const turn = await holdInTurn(join(root, ".data", "making-programs"));
  try {
    if (!stampHolds(STAMP, print)) await make(print);
  } finally {
    turn.release();
  }
}

async function make(print) {
  // Not before the packages are installed.
  const { build } = await import("esbuild");
  rmSync(FOLDER, { recursive: true, force: true });
  await build({
    absWorkingDir: root,
    entryPoints: PROGRAMS,
    outdir: FOLDER,
    outExtension: { ".js": ".mjs" },
    bundle: true,
    splitting: true,
    format: "esm",
    platform: "node",
    target: `node${process.versions.node}`,
    conditions: ["react-server"],
    packages: "external",
    logLevel: "error",
  });
  setStamp(STAMP, print);
}

/** How Node runs one of them. */
export const programArgs = (name) => ["--conditions=react-server", join(FOLDER, `${name}.mjs`)];
