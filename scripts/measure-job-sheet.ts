/** Opens every kind of job sheet again and again, one after another, and prints what the server took. */
import type { JobId } from "@/core/ids";
import { PASSPHRASE } from "@/demo/world";
import { listClosedJobs, listOpenJobs } from "@/server/db/job-lists";
import { pool } from "@/server/db/pool";
import { firstSite } from "@/server/db/sites";
import { loadJobSheet } from "@/server/views/job-sheet";
import { program } from "./lib/program";
import { quantile, timed } from "./lib/timing";

const ROUNDS = 40;
const WARM_UP = 8;
const WANTED_MS = 150;

await program(async () => {
  const [origin] = process.argv.slice(2);
  const site = await firstSite(pool());
  if (!origin || !site) throw new Error("Name the address of a running demo.");
  const open = await listOpenJobs(pool(), site.id);
  const closed = await listClosedJobs(pool(), site.id, { result: null, oldestFirst: false, page: 0 }, null);
  const ids = [...open, ...closed].slice(0, 6).map(({ id }) => id);
  const [first] = ids;
  if (!first) throw new Error("The demo has no job.");
  const cookie = await signedIn(origin);
  const measure = (work: (id: JobId) => Promise<void>) =>
    timed(ROUNDS * ids.length, WARM_UP * ids.length, (call) => work(ids[call % ids.length] ?? first));
  const load = await measure(async (id) => void (await loadJobSheet(site, id)));
  const page = await measure(async (id) => {
    const response = await fetch(`${origin}/jobs/${id}`, { headers: { cookie } });
    if (!response.ok || !(await response.text()).includes("Trail map"))
      throw new Error(`job ${id}: ${response.status}`);
  });
  console.log(`${ids.length} job sheets of the demo, ${ROUNDS} times each, one after another:`);
  console.log(`  reading and advising    ${summary(load)}`);
  console.log(`  the whole page          ${summary(page)}   (wanted: under ${WANTED_MS} ms)`);
});

async function signedIn(origin: string): Promise<string> {
  const response = await fetch(`${origin}/api/v1/session`, {
    method: "POST",
    headers: { "content-type": "application/json" },
    body: JSON.stringify({ name: "Ilka Venn", passphrase: PASSPHRASE }),
  });
  return response.headers.getSetCookie()[0]?.split(";")[0] ?? "";
}

function summary(sorted: readonly number[]): string {
  const at = (share: number) => `${quantile(sorted, share).toFixed(0)} ms`;
  return `median ${at(0.5)}, 95 of 100 within ${at(0.95)}, longest ${at(1)}`;
}
