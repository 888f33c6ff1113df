import { beforeAll, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { hostileRequests, type Described, type HostileRequest } from "@/scripts/lib/torture/hostile";
import { sendHostile } from "@/scripts/lib/torture/send-hostile";
import { Dice } from "@/simulation/random";
import { Client, givenApplication } from "./support/application";
import { DEMO_TEMPLATE } from "./support/database";

const application = givenApplication(DEMO_TEMPLATE, { longWork: true });
const SENT = 1000;
let lead: Client;

beforeAll(async () => {
  lead = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
});

/** So many of the list, each as likely as the other. */
function someOf(list: readonly HostileRequest[], count: number, dice: Dice): readonly HostileRequest[] {
  return [...list]
    .map((each) => [dice.next(), each] as const)
    .sort(([a], [b]) => a - b)
    .slice(0, count)
    .map(([, each]) => each);
}

test("whatever stands in a field, nothing fails, nothing leaks and nothing hangs", async () => {
  const described = (await (await lead.get("/api/v1/openapi.json")).json()) as Described;
  const floor = await (await lead.get("/")).text();
  const jobId = /\/jobs\/([0-9a-f-]{36})/.exec(floor)?.[1] ?? "";
  const { version } = (await (await lead.get(`/api/v1/jobs/${jobId}/advice`)).json()) as { version: number };
  const all = [...hostileRequests(described, { jobId, version })];
  // The long run (`npm run torture`) sends all of them.
  expect(all.length).toBeGreaterThan(20_000);
  // What went wrong once stands in every run: entries of lists that are none.
  const once = all.filter(({ what }) => what.endsWith("= a list of nulls"));
  expect(once.length).toBeGreaterThan(500);
  const few = [...once, ...someOf(all, SENT, new Dice(30))];
  const { sent, statuses, wrong } = await sendHostile(application.origin, lead.headers, few);
  expect(wrong).toEqual([]);
  expect(sent).toBe(few.length);
  // Most of it is told what is wrong, and where.
  expect(statuses.get(422)).toBeGreaterThan(few.length / 2);
});

test("every answer has a number of its own, or the proxy's, and is counted for whoever watches", async () => {
  const given = await lead.get("/api/v1/health", { "x-request-id": "from-the-proxy-17" });
  expect(given.headers.get("x-request-id")).toBe("from-the-proxy-17");
  const [one, other] = await Promise.all([lead.get("/"), lead.get("/", { "x-request-id": "<script>" })]);
  const ids = [one, other].map(({ headers }) => headers.get("x-request-id"));
  expect(new Set(ids).size).toBe(2);
  for (const id of ids) expect(id).toMatch(/^[0-9a-f-]{36}$/);
  await Promise.all([one.text(), other.text()]);
  const text = await (await lead.get("/api/v1/metrics")).text();
  const value = (line: string) => Number(new RegExp(`^${line} ([\\d.e+]+)$`, "m").exec(text)?.[1]);
  expect(value('dead_ends_requests_total\\{route="/",method="GET",status="200"\\}')).toBeGreaterThanOrEqual(2);
  expect(value('dead_ends_requests_total\\{route="/api/v1/commands",method="POST",status="422"\\}')).toBeGreaterThan(
    100,
  );
  expect(value("dead_ends_database_connections")).toBeGreaterThan(0);
  expect(value("dead_ends_book_version")).toBeGreaterThan(0);
  expect(value("dead_ends_pages_waiting")).toBe(0);
  expect(value("dead_ends_long_work_waiting")).toBe(0);
  expect(value("dead_ends_long_work_workers")).toBe(1);
  // Whatever addresses are tried, there are only so many kinds of them.
  expect(new Set(text.match(/route="[^"]*"/g)).size).toBeLessThan(60);
});
