/** Brings the configured database up to date, and with --demo fills an empty one with the made-up workshop. */
import { isAnythingTaught, isTaughtByOlderRules, noteTheseRules } from "@/server/book/lesson-version";
import { admitApplication, lockForAdmitting, trailDanger } from "@/server/db/application-role";
import { migrate } from "@/server/db/migrate";
import { inTransaction, pool } from "@/server/db/pool";
import { ensureDatabase } from "./lib/ensure-database";
import { program } from "./lib/program";

await program(async () => {
  await ensureDatabase();
  await migrate();
  await admit();
  await countByTheseRules();
  if (process.argv.includes("--demo")) await fillWithDemo();
});

// What is rarely needed is read when it is: it is most of the house, and whoever starts the application waits for it.

async function countByTheseRules(): Promise<void> {
  if (!(await isTaughtByOlderRules())) return;
  if (!(await isAnythingTaught())) return noteTheseRules();
  const { teachAnew } = await import("@/server/book/teach-anew");
  const counted = await teachAnew();
  process.stdout.write(`${counted} closed jobs were counted anew by the rules of this version.\n`);
}

async function fillWithDemo(): Promise<void> {
  const { loadDemo } = await import("@/demo/load");
  const started = Date.now();
  const { loaded, jobs } = await loadDemo(new Date(), (done, of) => {
    if (done === 1) process.stdout.write("Loading the demo …\n");
    if (done === of) process.stdout.write(`${of} jobs played in ${Math.round((Date.now() - started) / 1000)} s\n`);
  });
  if (loaded && jobs === 0) throw new Error("The demo held no jobs.");
}

/** The application works as a user of its own: `APPLICATION_DATABASE_URL`; where it has none, that is said. */
async function admit(): Promise<void> {
  const url = process.env.APPLICATION_DATABASE_URL;
  if (!url || url === process.env.DATABASE_URL) {
    const danger = await trailDanger(pool());
    if (danger) process.stdout.write(`${danger}\n`);
    return;
  }
  const { username, password } = new URL(url);
  const user = { name: decodeURIComponent(username), password: decodeURIComponent(password) };
  await inTransaction(async (db) => {
    await lockForAdmitting(db);
    await admitApplication(db, user, process.env.APPLICATION_USER_IS_OURS === "1");
  });
}
