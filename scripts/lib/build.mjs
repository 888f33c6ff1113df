import { finish } from "./child.mjs";
import { holdInTurn } from "./hold.mjs";
import { ensurePrograms } from "./programs.mjs";
import { Stop, say } from "./say.mjs";
import { root } from "./settings.mjs";
import { fingerprint, setStamp, stampHolds } from "./stamp.mjs";

const SOURCES = ["app", "features", "core", "server", "starter", "ui", "proxy.ts", "next.config.ts"];
const SETTINGS = ["package.json", "package-lock.json", "tsconfig.json", "postcss.config.mjs"];
const STAMP = `${root}/.next/source-stamp`;
export const nextProgram = `${root}/node_modules/next/dist/bin/next`;

/** Builds the application, and what runs beside it, unless this very source is built already. */
export async function ensureBuild() {
  await ensurePrograms();
  const print = fingerprint(root, [...SOURCES, ...SETTINGS], process.versions.node);
  if (stampHolds(STAMP, print)) return;
  const turn = await holdInTurn(`${root}/.data/building`, () => say("Another start builds here …"));
  try {
    if (!stampHolds(STAMP, print)) await build(print);
  } finally {
    turn.release();
  }
}

async function build(print) {
  say("Building …");
  const env = { NEXT_TELEMETRY_DISABLED: "1", NODE_ENV: "production" };
  const { code, output } = await finish(process.execPath, [nextProgram, "build"], { env, quiet: true });
  if (code !== 0) throw new Stop(`The build failed:\n${output.trim()}`);
  setStamp(STAMP, print);
}
