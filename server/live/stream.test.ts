import { expect, test } from "vitest";
import { openVersions } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { givenDatabase } from "@/tests/support/database";
import { OpenJob, openWorkshop } from "@/tests/support/workshop";
import { newsStream } from "./stream";

givenDatabase();

const LISTENING =
  "select pid from pg_stat_activity where application_name = 'dead-ends-live' and datname = current_database()";

async function until<T>(find: () => Promise<T | undefined>): Promise<T> {
  for (let tries = 0; tries < 100; tries++) {
    const found = await find();
    if (found !== undefined) return found;
    await new Promise((done) => setTimeout(done, 50));
  }
  throw new Error("it did not come about");
}
const listening = () => until(async () => (await pool().query<{ pid: number }>(LISTENING)).rows[0]?.pid);

test("what changed while nobody listened is told once somebody does again", async () => {
  const { technician, site } = await openWorkshop();
  const job = await OpenJob.open(technician);
  const versions = () => openVersions(pool(), site.id);
  const gone = new AbortController();
  const reader = newsStream({
    siteId: site.id,
    first: await versions(),
    versions,
    gone: gone.signal,
    isAllowed: async () => true,
  }).getReader();
  let heard = "";
  void (async () => {
    for (;;) {
      const { done, value } = await reader.read();
      if (done) return;
      heard += new TextDecoder().decode(value);
    }
  })();
  const told = (event: string) => until(async () => (heard.includes(event) ? true : undefined));
  await told(`event: versions\ndata: {"${job.id}":${job.version}}`);
  const first = await listening();
  await job.record("record-note", { text: "heard at once" });
  await told(`data: {"jobId":"${job.id}","version":${job.version},"files":false}`);

  await pool().query("select pg_terminate_backend($1)", [first]);
  await job.record("record-note", { text: "unheard" });
  heard = "";
  await told(`event: versions\ndata: {"${job.id}":${job.version}}`);
  expect(await listening()).not.toBe(first);
  await job.record("record-note", { text: "heard again" });
  await told(`data: {"jobId":"${job.id}","version":${job.version},"files":false}`);
  gone.abort();
});
