/** Every optional dependency that package-lock.json names must have an entry there, else `npm ci` refuses the file. */
import { readFileSync } from "node:fs";

const { packages } = JSON.parse(readFileSync("package-lock.json", "utf8"));
const present = new Set(Object.keys(packages).map((path) => path.split("node_modules/").pop()));
const missing = Object.entries(packages).flatMap(([path, entry]) =>
  Object.keys(entry.optionalDependencies ?? {})
    .filter((name) => !present.has(name))
    .map((name) => `${path}@${entry.version}: ${name}`),
);
if (missing.length) {
  console.error(missing.join("\n"));
  process.exit(1);
}
