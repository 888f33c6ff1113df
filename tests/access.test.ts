import { randomUUID } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { beforeAll, describe, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { may } from "@/server/auth/rights";
import { COMMANDS } from "@/server/commands/registry";
import { addresses, routesOf } from "./support/addresses";
import { Client, givenApplication } from "./support/application";
import { DEMO_TEMPLATE } from "./support/database";

const application = givenApplication(DEMO_TEMPLATE);
let nobody: Client;
let apprentice: Client;
let desk: Client;
let lead: Client;

beforeAll(async () => {
  nobody = new Client(application.origin);
  apprentice = await Client.signedIn(application.origin, "Juno Asker", PASSPHRASE);
  desk = await Client.signedIn(application.origin, "Maret Sundby", PASSPHRASE);
  lead = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
});

const JOB = randomUUID();
const routes = routesOf(JOB);

/** What nobody needs a right for, each with its reason. */
const OPEN_ROUTES = new Map([
  ["GET /api/v1/health", "monitors ask it"],
  ["GET /api/v1/openapi.json", "whoever writes a script against it"],
  ["POST /api/v1/session", "signing in"],
  ["DELETE /api/v1/session", "signing out of what one holds oneself"],
  ["POST /api/v1/set-up", "the first visitor; refuses every later one"],
]);
const OPEN_PAGES = new Set(["/sign-in", "/set-up"]);

const ask = (client: Client, { path, method }: { path: string; method: string }) =>
  method === "GET" ? client.get(path) : client.raw(path, "{}", {}, method);

describe("without a session", () => {
  test("no route answers but those that have to", async () => {
    expect(routes.length).toBeGreaterThan(5);
    const answered: string[] = [];
    for (const route of routes) {
      const { status } = await ask(nobody, route);
      if (status !== 401) answered.push(`${route.method} ${route.path}`);
    }
    expect(answered.sort()).toEqual([...OPEN_ROUTES.keys()].sort());
  });

  test("no page shows anything but the way to sign in", async () => {
    const pages = addresses("page.tsx", JOB);
    expect(pages.length).toBeGreaterThan(6);
    for (const { path } of pages.filter((page) => !OPEN_PAGES.has(page.path))) {
      const response = await nobody.get(path);
      expect([response.status, response.headers.get("location")], path).toEqual([307, "/sign-in"]);
    }
    expect((await nobody.get("/set-up")).headers.get("location")).toBe("/sign-in");
  });

  test("no command is carried out, with no token, a wrong one or a malformed one", async () => {
    for (const authorization of ["", "Bearer nonsense", `Bearer ${"x".repeat(43)}`, "Basic abc"])
      for (const { name } of COMMANDS) {
        const headers: Record<string, string> = authorization ? { authorization } : {};
        expect((await nobody.post(`/api/v1/commands/${name}`, {}, headers)).status, name).toBe(401);
      }
  });
});

describe("with an apprentice's session", () => {
  test("a command is looked at exactly where the apprentice has its right", async () => {
    expect(COMMANDS.length).toBeGreaterThan(15);
    const allowed: string[] = [];
    for (const { name, right } of COMMANDS) {
      const { status } = await apprentice.command(name, { nonsense: true });
      expect(status, name).toBe(may({ role: "apprentice" }, right) ? 422 : 403);
      if (status === 422) allowed.push(name);
    }
    expect(allowed.sort()).toEqual([
      "add-spare",
      "answer-follow-up",
      "book-follow-up",
      "change-passphrase",
      "check-off",
      "choose-repair",
      "confirm-complaint",
      "plan-watch",
      "propose-procedure",
      "prove-instrument",
      "record-bypass",
      "record-bypass-removed",
      "record-clear",
      "record-entries",
      "record-estimate",
      "record-finding",
      "record-note",
      "record-odometer",
      "record-part",
      "record-part-result",
      "record-prior-work",
      "record-proof",
      "record-scan",
      "record-symptoms",
      "record-test",
      "record-waiting",
      "remove-file",
      "settle-recall",
      "sign-out-everywhere",
      "take-spare",
      "withdraw-entry",
    ]);
  });

  test("the pages of others are not there", async () => {
    const shown = async (client: Client) => (await (await client.get("/jobs/new")).text()).includes("Open the job");
    expect([await shown(apprentice), await shown(desk)]).toEqual([false, true]);
    const team = await (await apprentice.get("/team")).text();
    expect(team).not.toContain("Maret Sundby");
    expect(await (await lead.get("/team")).text()).toContain("Maret Sundby");
  });
});

describe("a request", () => {
  test("is checked in the order 401, 403, 413, 400, 422", async () => {
    const path = "/api/v1/commands/add-person";
    const huge = JSON.stringify({ name: "x".repeat(1024 * 1024) });
    expect((await nobody.raw(path, huge)).status).toBe(401);
    expect((await apprentice.raw(path, huge)).status).toBe(403);
    expect((await lead.raw(path, huge)).status).toBe(413);
    expect((await lead.raw(path, "{")).status).toBe(400);
    expect((await lead.raw(path, new Uint8Array([0x22, 0xff, 0x22]))).status).toBe(400);
    const invalid = await lead.raw(path, "{}");
    expect(invalid.status).toBe(422);
    expect(invalid.headers.get("content-type")).toContain("application/problem+json");
    const body = (await invalid.json()) as { problems: { path: string }[] };
    expect(body.problems.map((problem) => problem.path)).toEqual(["name", "role", "passphrase"]);
  });

  test("from another site's page is refused, cookie or not", async () => {
    const note = { jobId: JOB, version: 1, text: "x" };
    const path = "/api/v1/commands/record-note";
    expect((await lead.post(path, note, { origin: "https://elsewhere.example" })).status).toBe(403);
    expect((await lead.post(path, note, { "sec-fetch-site": "cross-site" })).status).toBe(403);
    expect((await lead.post(path, note, { origin: application.origin })).status).toBe(404);
    const signIn = { name: "Ilka Venn", passphrase: PASSPHRASE };
    expect((await nobody.post("/api/v1/session", signIn, { origin: "https://elsewhere.example" })).status).toBe(403);
  });

  test("with a key that is no UUID, or that was used for something else, says so", async () => {
    const id = randomUUID();
    const person = { name: "Once Only", role: "desk", passphrase: "quite long enough" };
    expect((await lead.command("add-person", person, "not-a-uuid")).status).toBe(422);
    expect((await lead.command("add-person", person, id)).status).toBe(200);
    expect((await lead.command("add-person", person, id)).status).toBe(200);
    expect((await lead.command("sign-out-everywhere", {}, id)).status).toBe(409);
  });

  test("that fails tells no stack, no SQL and no path of the machine", async () => {
    const answers = await Promise.all([
      lead.command("no-such-command", {}),
      lead.command("record-note", { jobId: JOB, version: 1, text: "x" }),
      lead.get(`/api/v1/jobs/${JOB}/advice`),
      lead.get("/api/v1/jobs/not-an-id/advice"),
      lead.get("/jobs/%00"),
      lead.get("/jobs/closed?page=-7&search=%25%5C%27%3B--"),
    ]);
    expect(answers.map(({ status }) => status)).toEqual([404, 404, 404, 404, 404, 200]);
    const texts = await Promise.all(answers.map((answer) => answer.text()));
    for (const leak of ["node_modules", "select j.", "at async", "/server/"])
      expect(texts.filter((text) => text.includes(leak))).toEqual([]);
    expect(texts[4]).toContain("There is no such page");
  });

  test("that nobody should send is refused as a problem with its place, never as a crash", async () => {
    const half = "\ud83d";
    const paths = [
      "/api/v1/nothing-here",
      "/api/v1/jobs/%ff/advice",
      `/api/v1/jobs/${JOB}/nothing`,
      "/api/v1/vehicles/%00",
      "/api/v1/procedures/%ff/picture",
      "/api/v1/procedures/%00/picture",
      "/api/v1/vin/%00",
      "/api/v1/casebook/tables/%ff",
    ];
    for (const path of paths) {
      const answer = await lead.get(path);
      expect([path, answer.status < 500 && answer.status >= 400], path).toEqual([path, true]);
      if (answer.status !== 400) expect(answer.headers.get("content-type"), path).toContain("application/problem+json");
    }
    for (const path of ["/jobs/closed?search=%00", "/words?search=%00x", "/codes?search=%ff", "/procedures?search=%00"])
      expect((await lead.get(path)).status, path).toBe(200);
    for (const path of [`/jobs/${JOB}`, "/vehicles/nobody", "/procedures/no-such-procedure", "/jobs/%ff", "/nowhere"])
      expect([400, 404], path).toContain((await lead.get(path)).status);
    expect((await lead.get("/api/v1/vehicles?search=%00%00AB")).status).toBe(200);
    const vehicle = { make: "Tarrow", model: "Packet", year: 2017 };
    const inputs = [
      ["record-note", { jobId: JOB, version: 99_999_999_999, text: "x" }],
      ["record-note", { jobId: JOB, version: 1, text: half }],
      ["add-person", { name: `A${half}`, role: "desk", passphrase: "quite long enough" }],
      ["open-job", { vehicle: { ...vehicle, plate: "A\u0000B" }, complaint: "x" }],
      ["open-job", { vehicle, complaint: "x", odometerKm: "12" }],
      ["open-job", { vehicle, complaint: "x", symptoms: [{ key: "no-start", conditions: ["no-such-condition"] }] }],
    ] as const;
    for (const [name, input] of inputs) {
      const answer = await lead.command(name, input);
      expect([409, 422], `${name} ${JSON.stringify(input)}`).toContain(answer.status);
      expect(answer.headers.get("content-type")).toContain("application/problem+json");
    }
  });
});

describe("every page", () => {
  test("carries a strict policy with a nonce of its own, and no inline handler or style", async () => {
    const nonces = new Set<string>();
    for (const path of ["/", "/jobs/new", "/jobs/closed", "/team"]) {
      const response = await lead.get(path);
      const policy = response.headers.get("content-security-policy") ?? "";
      const html = await response.text();
      const nonce = /script-src 'self' 'nonce-([^']+)' 'strict-dynamic';/.exec(policy)?.[1] ?? "";
      expect(nonce.length).toBeGreaterThan(20);
      nonces.add(nonce);
      expect(policy).not.toContain("unsafe");
      expect(policy).toContain("frame-ancestors 'none'");
      expect(html.match(/<[a-z][^>]*\s(on[a-z]+|style)=/)?.[0], path).toBeUndefined();
      for (const [script] of html.matchAll(/<script\b[^>]*>/g)) expect(script).toContain(`nonce="${nonce}"`);
      expect(response.headers.get("x-content-type-options")).toBe("nosniff");
      expect(response.headers.get("x-frame-options")).toBe("DENY");
      expect(response.headers.get("referrer-policy")).toBe("same-origin");
    }
    expect(nonces.size).toBe(4);
  });

  test("is signed in by a cookie that scripts and other sites cannot use", async () => {
    const response = await nobody.post("/api/v1/session", { name: "Tomas Orrel", passphrase: PASSPHRASE });
    const [cookie = ""] = response.headers.getSetCookie();
    expect(cookie).toMatch(/^dead_ends_session=[A-Za-z0-9_-]{43};/);
    expect(cookie).toMatch(/httponly/i);
    expect(cookie).toMatch(/samesite=lax/i);
    const secure = await nobody.post(
      "/api/v1/session",
      { name: "Tomas Orrel", passphrase: PASSPHRASE },
      { "x-forwarded-proto": "https" },
    );
    expect(secure.headers.getSetCookie()[0]).toMatch(/;\s*secure/i);
    const out = await Client.of(application.origin, response).raw("/api/v1/session", "", {}, "DELETE");
    expect(out.status).toBe(200);
    expect((await Client.of(application.origin, response).get("/")).status).toBe(307);
  });
});

test("health tells of the database and its migrations", async () => {
  const response = await nobody.get("/api/v1/health");
  expect([response.status, await response.json()]).toEqual([
    200,
    { status: "ok", database: "reachable", migrations: "current", live: true, ready: true },
  ]);
});

test("there is no way to write but the commands and routes walked here", () => {
  const actions = ["app", "features", "server", "ui"].flatMap((room) =>
    readdirSync(room, { recursive: true, encoding: "utf8" })
      .filter((name) => /\.tsx?$/.test(name) && !name.includes(".test."))
      .filter((name) => /^\s*["']use server["']/m.test(readFileSync(join(room, name), "utf8"))),
  );
  expect(actions).toEqual([]);
});
