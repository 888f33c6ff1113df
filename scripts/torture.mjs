/**
 * `npm run torture`: hostile requests by the tens of thousands, and kill -9 of every process under writes. Ends with a plain count.
 * `-- --kills 1000` kills so often; `-- --only hostile` or `-- --only kills` does one of the two.
 */
import { parseArgs } from "node:util";
import { finishTypescript } from "./lib/child.mjs";
import { run } from "./lib/say.mjs";
import { withThrowawayDemo } from "./lib/throwaway.mjs";

const { values } = parseArgs({
  options: { kills: { type: "string", default: "30" }, only: { type: "string", default: "" } },
});

await run(async () => {
  let code = 0;
  if (values.only !== "kills")
    await withThrowawayDemo([], async ({ origin, databaseUrl }) => {
      const { code: own } = await finishTypescript("scripts/torture-hostile.ts", [origin], {
        DATABASE_URL: databaseUrl,
      });
      code ||= own;
      return own;
    });
  if (values.only !== "hostile") {
    const { code: own } = await finishTypescript("scripts/torture-kills.ts", [values.kills], { DATABASE_URL: "" });
    code ||= own;
  }
  process.exitCode = code;
});
