/** `npm run bench:job-sheet`: how long the server takes to open job sheets of the demo. */
import { finishTypescript } from "./lib/child.mjs";
import { run } from "./lib/say.mjs";
import { withThrowawayDemo } from "./lib/throwaway.mjs";

await run(() =>
  withThrowawayDemo([], async ({ origin, databaseUrl }) => {
    const { code } = await finishTypescript("scripts/measure-job-sheet.ts", [origin], { DATABASE_URL: databaseUrl });
    return code;
  }),
);
