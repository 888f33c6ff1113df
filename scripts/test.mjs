/** `npm test`: installs what the tests need, builds, starts a throwaway database cluster and runs every test. */
import { randomUUID } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { ensureBuild } from "./lib/build.mjs";
import { finish, finishTypescript } from "./lib/child.mjs";
import { startCluster } from "./lib/cluster.mjs";
import { Stop, run, say } from "./lib/say.mjs";
import { readSettings, requireNode, root } from "./lib/settings.mjs";
import { ensureTestNeeds } from "./lib/test-needs.mjs";

const args = process.argv.slice(2);

await run(async () => {
  requireNode();
  const { dataDir } = readSettings();
  await ensureTestNeeds();
  const folder = join(dataDir, "test");
  const cluster = await startCluster(folder, { durable: false });
  const stop = () => void cluster.stop().finally(() => process.exit(1));
  process.once("SIGINT", stop).once("SIGTERM", stop);
  try {
    const databaseUrl = cluster.url("postgres");
    const run = randomUUID();
    // One of them is busy with itself, the other with the database: both are through sooner than one after the other.
    await Promise.all([needPages(args) && ensureBuild(), needDatabase(args) && makeTemplates(databaseUrl, run)]);
    await runTests(folder, databaseUrl, run);
  } finally {
    await cluster.stop();
  }
});

/** Only the browser's tests open the built application; where others alone are asked for, none is needed. */
function needPages(asked) {
  const paths = asked.filter((each) => !each.startsWith("-"));
  return !paths.length || !paths.every((path) => /^(core|server|starter|ui|simulation|demo|features)(\/|$)/.test(path));
}

/** Where nothing but computation is asked for, none is needed. */
function needDatabase(asked) {
  const paths = asked.filter((each) => !each.startsWith("-"));
  return !paths.length || !paths.every((path) => /^(core|ui|features|simulation)(\/|$)/.test(path));
}

async function makeTemplates(databaseUrl, run) {
  const env = { TEST_DATABASE_URL: databaseUrl, TEMPLATES_OF: run, TZ: "UTC" };
  const { code } = await finishTypescript("tests/support/make-templates.ts", [], env);
  if (code !== 0) throw new Stop("The databases that tests copy could not be made: see the lines above.");
}

async function runTests(folder, databaseUrl, run) {
  const report = join(folder, "report.json");
  mkdirSync(folder, { recursive: true });
  rmSync(report, { force: true });
  const vitest = [
    "node_modules/vitest/vitest.mjs",
    "run",
    "--reporter=default",
    "--reporter=json",
    `--outputFile.json=${report}`,
  ];
  const env = { TEST_DATABASE_URL: databaseUrl, TEMPLATES_OF: run, NODE_ENV: "test", TZ: "UTC" };
  const { code } = await finish(process.execPath, [...vitest, ...args], { env, cwd: root });
  if (!existsSync(report)) throw new Stop("The tests did not run to their end.");
  const { numPassedTests, numFailedTests, numPendingTests, numFailedTestSuites } = JSON.parse(
    readFileSync(report, "utf8"),
  );
  const skipped = numPendingTests ? `, ${numPendingTests} skipped` : "";
  say(`${numPassedTests} passed, ${numFailedTests} failed${skipped}`);
  if (code !== 0 || numFailedTests || numFailedTestSuites || !numPassedTests) process.exitCode = 1;
}
