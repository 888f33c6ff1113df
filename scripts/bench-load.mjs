/** `npm run bench:load`: how long screens and writes take while many technicians work at once. */
import { finishTypescript } from "./lib/child.mjs";
import { run } from "./lib/say.mjs";
import { withThrowawayDemo } from "./lib/throwaway.mjs";

await run(() =>
  withThrowawayDemo([], async ({ origin, databaseUrl, pid }) => {
    const args = [origin, String(pid), ...process.argv.slice(2)];
    const { code } = await finishTypescript("scripts/measure-load.ts", args, { DATABASE_URL: databaseUrl });
    return code;
  }),
);
