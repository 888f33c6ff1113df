/** `npm run bench:intake`: how long each step of an intake takes on the server, on the demo and on 100,000 jobs. */
import { finishTypescript } from "./lib/child.mjs";
import { run } from "./lib/say.mjs";
import { withThrowawayDemo } from "./lib/throwaway.mjs";

await run(() =>
  withThrowawayDemo([], async ({ databaseUrl }) => {
    const { code } = await finishTypescript("scripts/measure-intake.ts", [], { DATABASE_URL: databaseUrl });
    return code;
  }),
);
