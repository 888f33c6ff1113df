/** Brings the configured database up to date, and with --demo fills an empty one with the made-up workshop. */
import { loadDemo } from "@/demo/load";
import { migrate } from "@/server/db/migrate";
import { ensureDatabase } from "./lib/ensure-database";
import { program } from "./lib/program";

await program(async () => {
  await ensureDatabase();
  await migrate();
  if (!process.argv.includes("--demo")) return;
  const started = Date.now();
  const { loaded, jobs } = await loadDemo(new Date(), (done, of) => {
    if (done === 1) process.stdout.write("Loading the demo …\n");
    if (done === of) process.stdout.write(`${of} jobs played in ${Math.round((Date.now() - started) / 1000)} s\n`);
  });
  if (loaded && jobs === 0) throw new Error("The demo held no jobs.");
});
