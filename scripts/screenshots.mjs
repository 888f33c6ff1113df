/** `npm run screenshots`: makes docs/screenshots/*.png from the demo, 1280 by 800 and, for a phone, 390 by 844. */
import { finishTypescript } from "./lib/child.mjs";
import { run } from "./lib/say.mjs";
import { withThrowawayDemo } from "./lib/throwaway.mjs";

await run(() =>
  withThrowawayDemo(["chromium", "chromium-headless-shell", "chromium-driver"], async ({ origin, databaseUrl }) => {
    const { code } = await finishTypescript("scripts/take-screenshots.ts", [origin], { DATABASE_URL: databaseUrl });
    return code;
  }),
);
