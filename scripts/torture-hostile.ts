/** Sends every hostile request there is to a running demo, and counts the answers. */
import { issueToken } from "@/server/auth/issue-token";
import { listOpenJobs } from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";
import { item } from "@/core/place";
import { demoShop } from "./lib/demo-shop";
import { program } from "./lib/program";
import { hostileRequests, type Described } from "./lib/torture/hostile";
import { MOST_MS, sendHostile } from "./lib/torture/send-hostile";

const SAID_EVERY = 2000;
const SHOWN = 20;

await program(async () => {
  const [origin = ""] = process.argv.slice(2);
  const { site } = await demoShop();
  const token = await issueToken("torture", new Date());
  const described = (await (await fetch(`${origin}/api/v1/openapi.json`)).json()) as Described;
  const job = item(await listOpenJobs(pool(), site.id), 0);
  const requests = hostileRequests(described, { jobId: job.id, version: job.version });
  const onSent = (sent: number) => {
    if (sent % SAID_EVERY === 0) process.stdout.write(`  ${sent} sent\n`);
  };
  const { sent, statuses, slowestMs, wrong } = await sendHostile(
    origin,
    { authorization: `Bearer ${token}` },
    requests,
    { onSent },
  );
  const counts = [...statuses].sort(([a], [b]) => a - b).map(([status, times]) => `${status}: ${times}`);
  console.log(
    `Hostile requests: ${sent}; answers ${counts.join(", ")}; the slowest took ${Math.round(slowestMs)} ms (at most ${MOST_MS} wanted).`,
  );
  for (const { what, status, ms, answer } of wrong.slice(0, SHOWN))
    console.log(`  ${what}: ${status} after ${ms} ms: ${answer}`);
  console.log(`Failures, leaks and answers that took too long: ${wrong.length}.`);
  if (wrong.length) process.exitCode = 1;
});
