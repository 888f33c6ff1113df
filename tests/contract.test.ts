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
