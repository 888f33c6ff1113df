/** `npm run check`: types, lint, format, the house's dependency rules, unused code. Each says its name; all run. */
import { finish } from "./lib/child.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { Stop, run, say } from "./lib/say.mjs";
import { requireNode } from "./lib/settings.mjs";

const bin = (path) => `node_modules/${path}`;
const CHECKS = [
  ["route types", [bin("next/dist/bin/next"), "typegen"]],
  ["types", [bin("typescript/bin/tsc"), "--noEmit"]],
  ["lint", [bin("eslint/bin/eslint.js"), "--max-warnings=0", "."]],
  ["format", [bin("prettier/bin/prettier.cjs"), "--check", "--log-level=warn", "."]],
  ["dependency rules", ["scripts/check-dependencies.mjs"]],
  ["unused code", [bin("knip/bin/knip.js")]],
  ["lock file", ["scripts/check-lock.mjs"]],
];

await run(async () => {
  requireNode();
  await ensureModules();
  const failed = [];
  for (const [name, args] of CHECKS) {
    const { code, output } = await finish(process.execPath, args, {
      quiet: true,
      env: { NEXT_TELEMETRY_DISABLED: "1" },
    });
    say(`${code === 0 ? "ok    " : "FAILED"} ${name}`);
    if (code !== 0) failed.push(`${name}:\n${output.trim()}`);
  }
  if (failed.length) throw new Stop(`\n${failed.join("\n\n")}`);
});
