/** `npm run bench:advice [-- --short | --sizes=3000 --world=coast]`: simulated shops, this product against other ways of working. */
import { finishTypescript } from "./lib/child.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { run } from "./lib/say.mjs";
import { requireNode } from "./lib/settings.mjs";

await run(async () => {
  requireNode();
  await ensureModules();
  const { code } = await finishTypescript("simulation/advice.ts", process.argv.slice(2), {});
  process.exitCode = code;
});
