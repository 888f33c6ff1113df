/**
 * `npm run torture`: hostile requests by the tens of thousands, kill -9 of every process under writes, processes that stand still, a full disk and a
 * clock that is off. Ends with a plain count. `-- --kills 1000` kills so often; `-- --only hostile`, `kills` or `faults` does one of them.
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
  const isAsked = (part) => !values.only || values.only === part;
  if (isAsked("hostile"))
    await withThrowawayDemo([], async ({ origin, databaseUrl }) => {
      const { code: own } = await finishTypescript("scripts/torture-hostile.ts", [origin], {
        DATABASE_URL: databaseUrl,
      });
      code ||= own;
      return own;
    });
  for (const [part, file, args] of [
    ["kills", "scripts/torture-kills.ts", [values.kills]],
    ["faults", "scripts/torture-faults.ts", []],
  ]) {
    if (!isAsked(part)) continue;
    const { code: own } = await finishTypescript(file, args, { DATABASE_URL: "" });
    code ||= own;
  }
  process.exitCode = code;
});
