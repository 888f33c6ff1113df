/** `npm run bench:casebook`: how fast a casebook of 200 MB is taken over and given out, in how much memory, and what people notice of it. */
import { finishTypescript } from "./lib/child.mjs";
import { run } from "./lib/say.mjs";
import { withThrowawayDemo } from "./lib/throwaway.mjs";

await run(() =>
  withThrowawayDemo([], async ({ origin, databaseUrl, pid, workerPid }) => {
    const args = [origin, String(pid), String(workerPid), ...process.argv.slice(2)];
    const { code } = await finishTypescript("scripts/measure-casebook.ts", args, { DATABASE_URL: databaseUrl });
    return code;
  }),
);
