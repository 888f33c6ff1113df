import pg from "pg";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { item } from "@/core/place";
import { PASSPHRASE } from "@/demo/world";
import { plainRequests, type Described } from "@/scripts/lib/torture/hostile";
import { addresses, routesOf } from "./support/addresses";
import { Client, givenApplication } from "./support/application";
import { DEMO_TEMPLATE } from "./support/database";

/** The demo's shop opens another site: whoever works there works with the same book, and sees nobody's car but their own. */
const application = givenApplication(DEMO_TEMPLATE);
const VALLEY = { name: "Valley Road", timeZone: "Europe/Oslo", currency: "EUR", ratePerHour: 88, unitSystem: "metric" };
const LEAD = { name: "Sunniva Brakk", passphrase: "a site of her own" };
let database: pg.Client;
let first: Client;
let other: Client;
/** Of the first site, what another one has no business with. */
let theirs: {
  readonly job: string;
  readonly version: number;
  readonly vehicle: string;
  readonly vin: string;
  readonly plate: string;
  readonly secrets: readonly string[];
};

beforeAll(async () => {
  database = new pg.Client({ connectionString: application.databaseUrl });
  await database.connect();
  first = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
  const added = await first.command("add-site", { site: VALLEY, ...LEAD });
  expect([added.status, await added.json()]).toEqual([200, expect.objectContaining({ siteId: expect.any(String) })]);
  other = await Client.signedIn(application.origin, LEAD.name, LEAD.passphrase);
  const { rows } = await database.query<{ job: string; version: number; vehicle: string; vin: string; plate: string }>(
    `select j.id as job, j.version, v.id as vehicle, v.vin, v.plate
     from job j join vehicle v on v.id = j.vehicle_id
     where j.closed_at is null and v.vin is not null and v.plate is not null
     order by j.opened_at desc, j.id`,
  );
  const secrets = await database.query<{ secret: string }>(
    `select plate as secret from vehicle where plate is not null
     union select vin from vehicle where vin is not null
     union select complaint from job where length(complaint) > 20`,
  );
  theirs = { ...item(rows, 0), secrets: secrets.rows.map(({ secret }) => secret) };
  expect(theirs.secrets.length).toBeGreaterThan(250);
});
afterAll(() => database.end());

const told = (text: string) => theirs.secrets.filter((secret) => text.includes(secret));

describe("somebody of another site", () => {
  test("finds no job and no vehicle of the first by its id, whatever the way in", async () => {
    let asked = 0;
    for (const id of [theirs.job, theirs.vehicle])
      for (const { path } of [
        ...addresses("page.tsx", id),
        ...routesOf(id).filter(({ method, path }) => method === "GET" && !path.endsWith("/live")),
      ]) {
        if (!path.includes(id)) continue;
        const answer = await other.get(path);
        expect([404, 308, 307], path).toContain(answer.status);
        expect(told(await answer.text()), path).toEqual([]);
        asked++;
      }
    expect(asked).toBeGreaterThan(10);
  });

  test("can change nothing of it", async () => {
    const described = (await (await other.get("/api/v1/openapi.json")).json()) as Described;
    const known = { jobId: theirs.job, version: theirs.version, words: { component: "alternator", failure: "worn" } };
    const kinds = new Map<string, number>();
    for (const { path, method, body } of plainRequests(described, known)) {
      if (!path.startsWith("/api/v1/commands/") || !body?.includes(theirs.job)) continue;
      const answer = await other.raw(path, body, {}, method);
      kinds.set(path, answer.status);
      expect([404, 422], path).toContain(answer.status);
      expect(told(await answer.text()), path).toEqual([]);
    }
    expect([...kinds.values()].filter((status) => status === 404).length).toBeGreaterThan(15);
    const { rows } = await database.query("select version from job where id = $1", [theirs.job]);
    expect(rows).toEqual([{ version: theirs.version }]);
  });

  test("reads on no page and in no answer whose car was there, or what was said of it; its team is its own", async () => {
    const searched = encodeURIComponent(theirs.plate);
    const paths = [
      ...addresses("page.tsx", theirs.job).map(({ path }) => path),
      ...routesOf(theirs.job).flatMap(({ path, method }) => (method === "GET" && !path.endsWith("/live") ? path : [])),
      `/api/v1/vehicles?search=${searched}`,
      `/api/v1/vehicles?search=${theirs.vin.slice(0, 9)}`,
      `/api/v1/ask?q=${searched}`,
      `/book?q=${searched}`,
      "/book?q=low+power+uphill",
      `/jobs/closed?search=${searched}`,
    ].filter((path) => !path.includes(theirs.job));
    expect(paths.length).toBeGreaterThan(50);
    for (const path of paths) {
      const answer = await other.get(path);
      expect(answer.status, path).toBeLessThan(500);
      if (path.includes("?")) expect(answer.status, path).toBe(200);
      // What was typed stands in the field that it was typed into.
      const typed = (secret: string) => path.includes(encodeURIComponent(secret));
      expect(
        told(await answer.text()).filter((secret) => !typed(secret)),
        path,
      ).toEqual([]);
    }
    // Who wrote a note of the book is part of the book; who works at the other site is not on this one's team.
    const team = await (await other.get("/team")).text();
    expect([team.includes(LEAD.name), team.includes("Juno Asker")]).toEqual([true, false]);
  });

  test("has the same book: the odds of what the first site saw, and its like jobs under its name", async () => {
    const asked = { vehicle: { make: "Tarrow", model: "Packet", year: 2017 }, symptoms: [{ key: "low-power" }] };
    const [here, there] = await Promise.all(
      [other, first].map(async (client) => (await client.post("/api/v1/advice", asked)).json()),
    );
    expect(here.suspects.length).toBeGreaterThan(3);
    expect(here.suspects).toEqual(there.suspects);
    const opened = await other.command("open-job", {
      vehicle: { make: "Tarrow", model: "Packet", year: 2017, engine: "D21K", vin: theirs.vin },
      complaint: "Pulls like a mule.",
      symptoms: asked.symptoms,
    });
    // The same car may have been at the first site: here it is another record.
    expect(opened.status).toBe(200);
    const { jobId } = (await opened.json()) as { jobId: string };
    const { rows } = await database.query("select name from site order by created_at limit 1");
    const sheet = await (await other.get(`/jobs/${jobId}`)).text();
    expect(sheet).toContain(item(rows, 0).name);
    expect((await first.get(`/jobs/${jobId}`)).status).toBe(404);
  });

  test("takes its own casebook out, and what it takes in is its own", async () => {
    const own = await (await other.get("/api/v1/casebook")).json();
    expect(own.jobs.map(({ complaint }: { complaint: string }) => complaint)).toEqual(["Pulls like a mule."]);
    const all = await (await first.get("/api/v1/casebook")).json();
    expect(all.jobs.length).toBeGreaterThan(300);
    expect(JSON.stringify(all.jobs)).not.toContain("Pulls like a mule.");
  });
});
