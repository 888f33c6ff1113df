import { beforeAll, describe, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { Client, givenApplication } from "./support/application";
import { DEMO_TEMPLATE } from "./support/database";

const application = givenApplication(DEMO_TEMPLATE);
let client: Client;

beforeAll(async () => {
  client = await Client.signedIn(application.origin, "Tomas Orrel", PASSPHRASE);
});

async function answer(response: Promise<Response>): Promise<[number, unknown]> {
  const { status, ...rest } = await response.then(async (got) => ({ status: got.status, body: await got.json() }));
  return [status, rest.body];
}

describe("GET /api/v1/vin/{vin}", () => {
  test("answers with everything that stands in a VIN, and the make that the shop knows", async () => {
    const [status, body] = await answer(client.get("/api/v1/vin/u9t%20pk21d.0hh-100307"));
    expect(status).toBe(200);
    expect(body).toMatchObject({
      vin: "U9TPK21D0HH100307",
      valid: true,
      problems: [],
      checkDigit: { actual: "0" },
      wmi: "U9T",
      region: "europe",
      modelYears: [1987, 2017],
      make: "Tarrow",
    });
  });

  test("says what is wrong with a VIN, and what it may have been meant to be", async () => {
    const [status, body] = await answer(client.get("/api/v1/vin/1ZZPK21D0ZH100307"));
    expect([status, body]).toMatchObject([
      200,
      { valid: false, problems: [{ position: 9 }, { position: 10 }], make: null },
    ]);
    expect(await answer(client.get("/api/v1/vin/ABC"))).toMatchObject([
      200,
      { valid: false, checkDigit: null, modelYears: [], problems: [{ position: null }], corrections: [] },
    ]);
    const [, misread] = await answer(client.get("/api/v1/vin/U9TPKZIDXHH100307"));
    expect((misread as { corrections: unknown[] }).corrections.length).toBeLessThanOrEqual(6);
  });
});

describe("POST /api/v1/scan/decode", () => {
  test("answers with codes, monitors, VIN, freeze frame and problems by their place", async () => {
    const frames = ["43 01 01 33", "41 01 82 07 65 04", "42 02 00 01 33", "42 0D 00 3C", "49 02 01 5539", "7F 0A 11"];
    const [status, body] = await answer(client.post("/api/v1/scan/decode", { protocol: "can", frames }));
    expect(status).toBe(200);
    expect(body).toMatchObject({
      codes: [{ code: "P0133", module: null, status: "stored" }],
      monitors: { milOn: true, codeCount: 2, ignition: "spark" },
      vin: null,
      freezeFrame: { code: "P0133", values: [{ name: "vehicle-speed", value: 60, unit: "km/h" }] },
      problems: [
        { path: "frames[4]", message: "is cut off: 17 bytes are announced, 2 are there" },
        { path: "frames[5]", message: "the module refused service 0A: service not supported" },
      ],
    });
  });

  test("refuses what is no scan at all, naming the field", async () => {
    const [status, body] = await answer(client.post("/api/v1/scan/decode", { protocol: "smoke", frames: ["43", 7] }));
    expect([status, body]).toMatchObject([422, { problems: [{ path: "protocol" }, { path: "frames[1]" }] }]);
  });
});

describe("POST /api/v1/readings/judge", () => {
  const ohm = (value: number) => ({ value, unit: "ohm" });
  const volts = (value: number) => ({ value, unit: "V" });
  const RANGE = { kind: "range", low: ohm(600), high: ohm(1200) };
  const COIL = { ...RANGE, at: { value: 20, unit: "degC" }, perKelvin: 0.00393 };
  const SUPPLY = { kind: "supply", maxDrop: volts(0.5), minSupply: volts(11.8) };
  const judge = (body: object) => answer(client.post("/api/v1/readings/judge", body));

  test("answers for every kind of spec with verdict, side, value, limits and one sentence", async () => {
    const rows = [
      [{ spec: RANGE, reading: { value: 0.88, unit: "kohm" } }, "pass", null, 880],
      [{ spec: RANGE, reading: ohm(599) }, "fail", "low", 599],
      [{ spec: RANGE, reading: ohm(1200) }, "pass", null, 1200],
      [{ spec: RANGE, reading: { open: true } }, "fail", "open", null],
      [{ spec: { kind: "range", low: { value: 2, unit: "Mohm" } }, reading: { open: true } }, "pass", null, null],
      [
        { spec: { kind: "range", high: { value: 2, unit: "bar" } }, reading: { open: true } },
        "cannot-judge",
        null,
        null,
      ],
      [{ spec: RANGE, reading: ohm(1195), instrument: { percent: 0.8, offset: ohm(2) } }, "borderline", "high", 1195],
      [{ spec: { kind: "nominal", nominal: volts(5), tolerancePercent: 2 }, reading: volts(5.2) }, "fail", "high", 5.2],
      [
        { spec: { kind: "nominal", nominal: volts(5), tolerance: volts(0.25) }, reading: volts(5.2) },
        "pass",
        null,
        5.2,
      ],
      [{ spec: SUPPLY, reading: volts(11.6), context: { supply: volts(12.4) } }, "fail", "high", 0.8],
      [{ spec: SUPPLY, reading: volts(11.6) }, "cannot-judge", null, null],
      [{ spec: SUPPLY, reading: volts(11.2), context: { supply: volts(11.4) } }, "cannot-judge", null, 0.2],
      [{ spec: COIL, reading: ohm(1250) }, "cannot-judge", null, null],
      [{ spec: COIL, reading: ohm(1250), context: { temperature: { value: 80, unit: "degC" } } }, "pass", null, 1011.5],
    ] as const;
    for (const [request, verdict, side, value] of rows) {
      const [status, body] = await judge(request);
      const { reason, low, high, ...said } = body as {
        reason: string;
        low: unknown;
        high: unknown;
        value: { value: number } | null;
      };
      expect([status, said], JSON.stringify(request)).toMatchObject([200, { verdict, side }]);
      if (value === null) expect(said.value, JSON.stringify(request)).toBeNull();
      else expect(said.value?.value).toBeCloseTo(value, 1);
      expect(reason.length).toBeGreaterThan(10);
      expect([low, high]).not.toContain(undefined);
    }
    const [, supply] = await judge({ spec: SUPPLY, reading: volts(11.6), context: { supply: volts(12.4) } });
    expect(supply).toMatchObject({ low: null, high: volts(0.5), reason: "The drop of 0.8 V lies above 0.5 V." });
  });

  test("refuses what contradicts itself, with the place", async () => {
    const rows = [
      [{ spec: RANGE, reading: volts(5) }, "reading.unit"],
      [{ spec: { ...RANGE, perKelvin: 0.004 }, reading: ohm(800) }, "spec.perKelvin"],
      [{ spec: { kind: "range" }, reading: ohm(800) }, "spec"],
      [{ spec: { ...RANGE, low: ohm(1300) }, reading: ohm(800) }, "spec.high"],
      [{ spec: { kind: "nominal", nominal: ohm(5) }, reading: ohm(5) }, "spec"],
      [{ spec: { kind: "nominal", nominal: ohm(5), tolerance: ohm(1), tolerancePercent: 2 }, reading: ohm(5) }, "spec"],
      [{ spec: { kind: "nominal", nominal: ohm(5), tolerance: ohm(-1) }, reading: ohm(5) }, "spec.tolerance.value"],
      [{ spec: { kind: "smoke" }, reading: ohm(5) }, "spec.kind"],
      [{ spec: RANGE, reading: { value: 5, unit: "furlong" } }, "reading.unit"],
      [{ spec: RANGE, reading: { value: "much", unit: "ohm" } }, "reading.value"],
      [{ spec: RANGE }, "reading"],
      [{ spec: { ...RANGE, tolerance: ohm(1) }, reading: ohm(5) }, "spec.tolerance"],
      [
        { spec: { kind: "range", low: { value: -300, unit: "degC" } }, reading: { value: 20, unit: "degC" } },
        "spec.low",
      ],
      [{ spec: RANGE, reading: ohm(800), context: { temperature: volts(3) } }, "context.temperature.unit"],
    ] as const;
    for (const [request, path] of rows) {
      const [status, body] = await judge(request);
      const { problems } = body as { problems: { path: string }[] };
      expect([status, problems[0]?.path], JSON.stringify(request)).toEqual([422, path]);
    }
    const infinite = '{"spec":{"kind":"range","low":{"value":1,"unit":"V"}},"reading":{"value":1e999,"unit":"V"}}';
    expect((await client.raw("/api/v1/readings/judge", infinite)).status).toBe(422);
    const factor = { spec: { ...RANGE, at: { value: 20, unit: "degC" }, perKelvin: -0.02 }, reading: ohm(800) };
    expect(await judge({ ...factor, context: { temperature: { value: 80, unit: "degC" } } })).toMatchObject([
      422,
      { problems: [{ path: "spec.perKelvin" }] },
    ]);
  });
});
