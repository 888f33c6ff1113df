import { finish } from "./child.mjs";
import { holdInTurn } from "./hold.mjs";
import { Stop, say } from "./say.mjs";
import { root } from "./settings.mjs";
import { fingerprint, setStamp, stampHolds } from "./stamp.mjs";

const STAMP = `${root}/node_modules/.installed-stamp`;

/** Installs the npm packages of the lock file, unless just these are installed already. */
export async function ensureModules() {
  const print = fingerprint(root, ["package.json", "package-lock.json"], process.versions.node);
  if (stampHolds(STAMP, print)) return;
  const turn = await holdInTurn(`${root}/.data/installing`, () => say("Another start installs npm packages here …"));
  try {
    if (!stampHolds(STAMP, print)) await install(print);
  } finally {
    turn.release();
  }
}

async function install(print) {
  say("Installing npm packages …");
  const flags = ["ci", "--include=dev", "--no-audit", "--no-fund", "--loglevel=error"];
  const { code, output } = await finish("npm", flags, { quiet: true });
  if (code !== 0) throw new Stop(`npm could not install the packages:\n${output.trim()}`);
  setStamp(STAMP, print);
}
