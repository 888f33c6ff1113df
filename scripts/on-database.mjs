/** Runs one of the programs that work on the shop's database: `node scripts/on-database.mjs token --name NAME`. */
import { finishTypescript } from "./lib/child.mjs";
import { withDatabase } from "./lib/database.mjs";
import { ensureDebianPackages } from "./lib/debian.mjs";
import { ensureModules } from "./lib/modules.mjs";
import { run } from "./lib/say.mjs";
import { readSettings, requireNode } from "./lib/settings.mjs";

const [program, ...args] = process.argv.slice(2);

await run(async () => {
  requireNode();
  if (!readSettings().databaseUrl) await ensureDebianPackages(["postgresql"]);
  await ensureModules();
  process.exitCode = await withDatabase(async (databaseUrl) => {
    const { code } = await finishTypescript(`scripts/${program}.ts`, args, {
      DATABASE_URL: databaseUrl,
      DATABASE_DIRECT_URL: "",
    });
    return code;
  });
});
