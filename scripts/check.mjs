/** `npm run check`: types, lint, format, the house's dependency rules, unused code. Each says its name; all run. */
import { finish } from "./lib/child.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { Stop, run, say } from "./lib/say.mjs";
import { requireNode } from "./lib/settings.mjs";

const bin = (path) => `node_modules/${path}`;
/** Others read what this one writes. */
const FIRST = ["route types", [bin("next/dist/bin/next"), "typegen"]];
/** The longest first. */
const CHECKS = [
  ["lint", [bin("eslint/bin/eslint.js"), "--max-warnings=0", "."]],
  ["types", [bin("typescript/bin/tsc"), "--noEmit"]],
  ["format", [bin("prettier/bin/prettier.cjs"), "--check", "--log-level=warn", "."]],
  ["unused code", [bin("knip/bin/knip.js")]],
  ["dependency rules", ["scripts/check-dependencies.mjs"]],
  ["lock file", ["scripts/check-lock.mjs"]],
];
/** Each is busy on one core. */
const AT_ONCE = 2;

await run(async () => {
  requireNode();
  await ensureModules();
  const failed = [];
  const check = async ([name, args]) => {
    const { code, output } = await finish(process.execPath, args, {
      quiet: true,
      env: { NEXT_TELEMETRY_DISABLED: "1" },
    });
    say(`${code === 0 ? "ok    " : "FAILED"} ${name}`);
    if (code !== 0) failed.push(`${name}:\n${output.trim()}`);
  };
  await check(FIRST);
  const queue = [...CHECKS];
  const worker = async () => {
    for (let next = queue.shift(); next; next = queue.shift()) await check(next);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  if (failed.length) throw new Stop(`\n${failed.join("\n\n")}`);
});
