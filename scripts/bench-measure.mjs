/** `npm run bench:measure`: how long a verdict takes, and a million points of a recording in a worker. */
import { finishTypescript } from "./lib/child.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { run } from "./lib/say.mjs";
import { requireNode } from "./lib/settings.mjs";

await run(async () => {
  requireNode();
  await ensureModules();
  const { code } = await finishTypescript("scripts/measure-judging.ts", [], {});
  process.exitCode = code;
});
