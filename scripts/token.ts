/** `npm run -s token -- --name NAME`: prints a fresh token with full rights. */
import { parseArgs } from "node:util";
import { issueToken } from "@/server/auth/issue-token";
import { migrate } from "@/server/db/migrate";
import { ensureDatabase } from "./lib/ensure-database";
import { program } from "./lib/program";

await program(async () => {
  const { values } = parseArgs({ options: { name: { type: "string" } } });
  const name = values.name?.trim();
  if (!name || name.length > 80)
    throw new Error("Give the token a name of 1 to 80 characters: npm run -s token -- --name NAME");
  await ensureDatabase();
  await migrate();
  process.stdout.write(`${await issueToken(name, new Date())}\n`);
});
