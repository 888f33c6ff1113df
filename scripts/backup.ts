/** `npm run backup -- FILE`: writes the whole database to one file, while the shop goes on working. */
import { existsSync, renameSync, statSync } from "node:fs";
import { parseArgs } from "node:util";
import { postgresTool } from "./lib/postgres-tool";
import { program } from "./lib/program";

await program(async () => {
  const [file] = parseArgs({ allowPositionals: true }).positionals;
  if (!file) throw new Error("Name the file to write: npm run backup -- shop-2026-11-24.dump");
  if (existsSync(file)) throw new Error(`${file} is there already; nothing was written.`);
  // A backup that was cut off never stands under the name of a whole one.
  const part = `${file}.part`;
  await postgresTool("pg_dump", ["--format=custom", "--no-owner", "--no-privileges", "--file", part]);
  renameSync(part, file);
  process.stdout.write(`Backed up to ${file}, ${Math.ceil(statSync(file).size / 1024)} KiB.\n`);
});
