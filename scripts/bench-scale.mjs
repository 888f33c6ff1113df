/** `npm run bench:scale`: how long advice and like jobs take as the history grows to 1,000,000 jobs. */
import { finishTypescript } from "./lib/child.mjs";
import { run } from "./lib/say.mjs";
import { withThrowawayDemo } from "./lib/throwaway.mjs";

await run(() =>
  withThrowawayDemo([], async ({ databaseUrl }) => {
    const args = process.argv.slice(2);
    const { code } = await finishTypescript("scripts/measure-scale.ts", args, { DATABASE_URL: databaseUrl });
    return code;
  }),
);
