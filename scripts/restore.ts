/** `npm run restore -- FILE`: fills an empty database from a backup, whole or not at all. */
import { existsSync } from "node:fs";
import { parseArgs } from "node:util";
import { migrate } from "@/server/db/migrate";
import { pool } from "@/server/db/pool";
import { ensureDatabase } from "./lib/ensure-database";
import { postgresTool } from "./lib/postgres-tool";
import { program } from "./lib/program";

await program(async () => {
  const [file] = parseArgs({ allowPositionals: true }).positionals;
  if (!file) throw new Error("Name the backup: npm run restore -- shop-2026-11-24.dump");
  if (!existsSync(file)) throw new Error(`There is no file ${file}.`);
  await ensureDatabase();
  const { rows } = await pool().query<{ tables: number }>(
    "select count(*) as tables from information_schema.tables where table_schema = 'public'",
  );
  if (rows[0]?.tables) throw new Error("This database is not empty; restore into a new DATA_DIR. Nothing was changed.");
  await postgresTool("pg_restore", ["--single-transaction", "--exit-on-error", "--no-owner", "--no-privileges", file]);
  const applied = await migrate();
  process.stdout.write(
    `Restored from ${file}${applied.length ? `, brought up to date by ${applied.join(", ")}` : ""}.\n`,
  );
});
