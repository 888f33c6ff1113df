import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";

const TEST = /\.test\.tsx?$/;

/** The files below a path but its tests, in a fixed order; a path that is a file stands for itself. */
function* filesBelow(path) {
  if (!existsSync(path)) return;
  if (!statSync(path).isDirectory()) {
    if (!TEST.test(path)) yield path;
    return;
  }
  for (const name of readdirSync(path).sort()) yield* filesBelow(join(path, name));
}

/** A fingerprint of names and contents, so that only what changed is installed or built again. */
export function fingerprint(root, paths, extra = "") {
  const hash = createHash("sha256").update(extra);
  for (const path of paths)
    for (const file of filesBelow(join(root, path)))
      hash.update(file.slice(root.length)).update("\0").update(readFileSync(file));
  return hash.digest("hex");
}

export function stampHolds(file, print) {
  return existsSync(file) && readFileSync(file, "utf8") === print;
}

export function setStamp(file, print) {
  mkdirSync(dirname(file), { recursive: true });
  writeFileSync(file, print);
}
