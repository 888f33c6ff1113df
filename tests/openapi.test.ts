import Ajv from "ajv/dist/2020.js";
import addFormats from "ajv-formats";
import Papa from "papaparse";
import { beforeAll, describe, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { may, type Right } from "@/server/auth/rights";
import { Client, givenApplication } from "./support/application";
import { DEMO_TEMPLATE } from "./support/database";

/** Every call of the API, held against what the API says of itself. */

const application = givenApplication(DEMO_TEMPLATE, { longWork: true });
let lead: Client;
let apprentice: Client;
let nobody: Client;

interface Operation {
  readonly security?: readonly unknown[];
  readonly "x-right"?: Right;
  readonly requestBody?: { readonly content: object };
  readonly responses: Readonly<
    Record<string, { readonly content: Readonly<Record<string, { readonly schema: object }>> }>
  >;
}
interface OpenApi {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>;
  readonly components: object;
}
let api: OpenApi;
let ajv: Ajv;

beforeAll(async () => {
  lead = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
  apprentice = await Client.signedIn(application.origin, "Juno Asker", PASSPHRASE);
  nobody = new Client(application.origin);
  api = (await (await nobody.get("/api/v1/openapi.json")).json()) as OpenApi;
  ajv = new Ajv({ allErrors: true, strict: false });
  addFormats(ajv);
  ajv.addSchema({ $id: "api", ...api });
});

const operations = () =>
  Object.entries(api.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
  );

/** What an answer has to be by the API's own word; an empty list where it is. */
async function wrong(response: Response, path: string, method: string): Promise<unknown> {
  const described = api.paths[path]?.[method]?.responses[response.status];
  if (!described) return `${response.status} is not described`;
  const [type = ""] = Object.keys(described.content);
  if (!response.headers.get("content-type")?.startsWith(type)) return response.headers.get("content-type");
  if (type === "text/csv") return [];
  const pointer = `api#/paths/${path.replaceAll("~", "~0").replaceAll("/", "~1")}/${method}/responses/${response.status}/content/${type.replace("/", "~1")}/schema`;
  const check = ajv.getSchema(encodeURI(pointer));
  if (!check) return `no schema at ${pointer}`;
  return check(await response.json()) ? [] : check.errors;
}

const VEHICLE = { make: "Tarrow", model: "Packet", year: 2017, engine: "D21K" };
const CASE = { vehicle: VEHICLE, symptoms: [{ key: "low-power", conditions: ["uphill"] }], codes: [{ code: "P0299" }] };
const OHMS = { value: 880, unit: "ohm" };
/** A call of each kind that has to be answered, by path and method. */
const GOOD: Readonly<Record<string, { readonly at?: string; readonly body?: object }>> = {
  "get /api/v1/health": {},
  "get /api/v1/openapi.json": {},
  "get /api/v1/casebook": {},
  "get /api/v1/jobs/{id}/trail": {},
  "get /api/v1/words": {},
  "get /api/v1/long-work": {},
  "post /api/v1/casebook": { body: { format: "dead-ends/casebook", version: 1 } },
  "get /api/v1/casebook/tables/{table}": { at: "/api/v1/casebook/tables/jobs.csv" },
  "post /api/v1/advice": { body: CASE },
  "get /api/v1/jobs/{id}/advice": {},
  "post /api/v1/readings/judge": { body: { spec: { kind: "range", high: OHMS }, reading: OHMS } },
  "post /api/v1/proof/doubt": { body: { shown: 2, tries: 4, cleanTries: 6, confidence: 0.95 } },
  "post /api/v1/statistics/failure-curve": {
    body: {
      vehicles: [
        { km: 90_000, failed: true },
        { enteredKm: 20_000, km: 120_000, failed: false },
      ],
    },
  },
  "get /api/v1/patterns": {},
  "get /api/v1/patterns/proposals": {},
  "post /api/v1/known-for": { body: { vehicle: VEHICLE, odometerKm: 120_000 } },
  "get /api/v1/repairs": { at: "/api/v1/repairs?component=turbocharger&failure=sticking" },
  "get /api/v1/ask": { at: "/api/v1/ask?q=low+power+uphill+P0299" },
  "post /api/v1/scan/decode": { body: { protocol: "can", frames: ["43 01 01 33", "42 02 00 01 33", "zz"] } },
  "get /api/v1/vin/{vin}": { at: "/api/v1/vin/U9TPK21D0HH100307" },
  "get /api/v1/vehicles": { at: "/api/v1/vehicles?search=HF" },
  "get /api/v1/codes": {},
  "get /api/v1/numbers": { at: "/api/v1/numbers?from=2020-01-01&model=Tarrow%20Packet" },
  "get /api/v1/procedures": {},
  "get /api/v1/vehicle-interface": {},
  "post /api/v1/commands/name-maker": { body: { wmi: "U9X", make: "Tarrow" } },
};
/** Fields that no call knows, or that it needs. */
const BAD_BODY = { nonsense: 1 };
const MIB = 1 << 20;

describe("the API's own description", () => {
  test("holds every call of the contract, each answered as described", async () => {
    const found = new Set(operations().map(({ path, method }) => `${method} ${path}`));
    expect(Object.keys(GOOD).filter((name) => !found.has(name))).toEqual([]);
    const { jobs } = (await (await lead.get("/api/v1/casebook")).json()) as { jobs: { key: string }[] };
    for (const [name, { at, body }] of Object.entries(GOOD)) {
      const [method = "", path = ""] = name.split(" ");
      const address = (at ?? path).replace("{id}", jobs[0]?.key ?? "");
      const response = await (body ? lead.post(address, body) : lead.get(address));
      expect([name, response.status]).toEqual([name, 200]);
      expect([name, await wrong(response, path, method)]).toEqual([name, []]);
    }
  });

  test("and every error: nobody, no right, no JSON, too much, wrong input, nothing there", async () => {
    let large = 0;
    for (const { path, method, operation } of operations()) {
      const name = `${method} ${path}`;
      const at = (GOOD[name]?.at ?? path).replace(/\{(id|file)\}/g, "00000000-0000-4000-8000-000000000000");
      const send = (client: Client, body: string) =>
        method === "get" ? client.get(at) : client.raw(at, body, {}, method.toUpperCase());
      const expected = async (status: number, response: Promise<Response>) => {
        const got = await response;
        expect([name, got.status]).toEqual([name, status]);
        expect([name, status, await wrong(got, path, method)]).toEqual([name, status, []]);
      };
      if (operation.security) continue;
      await expected(401, send(nobody, "{"));
      const right = operation["x-right"];
      if (!right) throw new Error(`${name} says nothing of its right`);
      if (!may({ role: "apprentice" }, right)) await expected(403, send(apprentice, "{"));
      const { responses, requestBody } = operation;
      if (requestBody && responses["400"]) {
        await expected(400, send(lead, "{"));
        await expected(400, send(lead, ""));
        await expected(422, send(lead, JSON.stringify(BAD_BODY)));
        // A casebook may be larger than anybody would send in a test; of the commands, which are read alike, a few are enough.
        const repeats = path.includes("/casebook") || (path.includes("/commands/") && large++ > 2);
        if (!repeats) await expected(413, send(lead, `{"x": "${"y".repeat(MIB)}`));
      }
      if (/\{(id|key|file)\}/.test(path)) await expected(404, send(lead, ""));
    }
    expect(
      await wrong(await lead.get("/api/v1/casebook/tables/people.csv"), "/api/v1/casebook/tables/{table}", "get"),
    ).toEqual([]);
  });

  test("a casebook under a key that was used for another is refused", async () => {
    const headers = { "content-type": "application/json", "idempotency-key": "3f0b8c9e-3c1d-4c52-9d0c-8a4f5b6c7d8e" };
    const send = (version: object) =>
      lead.raw("/api/v1/casebook", JSON.stringify({ format: "dead-ends/casebook", version: 1, ...version }), headers);
    expect((await send({})).status).toBe(200);
    const other = await send({ fixes: [] });
    expect(other.status).toBe(409);
    expect(await wrong(other, "/api/v1/casebook", "post")).toEqual([]);
  });
});

test("jobs, tests and parts come as tables, with nothing in them that a spreadsheet would run", async () => {
  const own = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
  const table = async (name: string) => {
    const response = await own.get(`/api/v1/casebook/tables/${name}.csv`);
    expect(response.headers.get("content-disposition")).toContain(`${name}.csv`);
    return Papa.parse<Record<string, string>>(await response.text(), { header: true, skipEmptyLines: true }).data;
  };
  const book = (await (await own.get("/api/v1/casebook")).json()) as {
    jobs: { key: string; complaint: string | null; tests: object[]; parts: object[] }[];
  };
  const [job] = book.jobs;
  if (!job) throw new Error("the demo has no jobs");
  const formula = { ...book, jobs: [{ ...job, complaint: '=HYPERLINK("x")' }] };
  expect((await own.post("/api/v1/casebook", formula)).status).toBe(200);
  const jobs = await table("jobs");
  expect(jobs.map(({ key }) => key)).toEqual(book.jobs.map(({ key }) => key));
  expect(jobs[0]?.complaint).toBe('\'=HYPERLINK("x")');
  const count = (of: "tests" | "parts") => book.jobs.reduce((sum, each) => sum + each[of].length, 0);
  expect((await table("tests")).length).toBe(count("tests"));
  expect((await table("parts")).length).toBe(count("parts"));
});
