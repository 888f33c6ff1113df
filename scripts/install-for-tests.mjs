/** Installs what checks and tests need, before either begins. */
import { run } from "./lib/say.mjs";
import { requireNode } from "./lib/settings.mjs";
import { ensureTestNeeds } from "./lib/test-needs.mjs";

await run(async () => {
  requireNode();
  await ensureTestNeeds();
});
