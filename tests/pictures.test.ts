import { randomBytes, randomUUID } from "node:crypto";
import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { Client, givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
const folder = mkdtempSync(join(tmpdir(), "pictures-"));
afterAll(() => rmSync(folder, { recursive: true }));

let browser: Browser;
let jobId: string;
let technician: Client;
let desk: Client;
const onDisk = (name: string, bytes: Buffer | string) => {
  writeFileSync(join(folder, name), bytes);
  return join(folder, name);
};
/** Noise does not compress: the picture is as large as its points. */
const noise = (side: number) =>
  sharp(randomBytes(side * side * 3), { raw: { width: side, height: side, channels: 3 } })
    .png({ compressionLevel: 0 })
    .toBuffer();

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Tomas Orrel");
  await openJobOf(browser, "HF 4149");
  jobId = (await browser.driver.getCurrentUrl()).split("/").at(-1) ?? "";
  technician = await Client.signedIn(application.origin, "Tomas Orrel", PASSPHRASE);
  desk = await Client.signedIn(application.origin, "Maret Sundby", PASSPHRASE);
});

const keep = (who: Client, bytes: Buffer | string, { seq = "1", key = randomUUID() } = {}) =>
  who.raw(`/api/v1/jobs/${jobId}/files?seq=${seq}&name=..%2F..%2Fscreen.png`, bytes as BodyInit, {
    "content-type": "image/png",
    "idempotency-key": key,
  });

describe("a picture beside an entry", () => {
  test("is added from the sheet, shown small and large, and taken back by who added it", async () => {
    const lamp = onDisk("lamp.png", await noise(200));
    await browser.press("More on entry 2");
    await browser.file("Add a picture or PDF to entry 2", lamp);
    const small = await browser.find("//li[@id='entry-2']//button[@aria-label='Show lamp.png']/img");
    await browser.driver.wait(
      () => browser.driver.executeScript("return arguments[0].complete && arguments[0].naturalWidth > 0", small),
      10_000,
    );
    await browser.press("Show lamp.png");
    await browser.find("//*[@role='dialog']//p[contains(., 'Added by Tomas Orrel')]");
    await browser.press("Take it back");
    await browser.gone("//button[@aria-label='Show lamp.png']");
    expect(await browser.complaints()).toEqual([]);
  });

  test("with what stands in the line is a note of its own", async () => {
    await browser.type("Entry line: codes, symptoms, odometer, minutes, or a note", "Oil at the flange");
    await browser.file(
      "Add a picture or PDF",
      onDisk(
        "flange.jpg",
        await sharp(await noise(300))
          .jpeg()
          .toBuffer(),
      ),
    );
    await browser.find("//ol/li[contains(., 'Oil at the flange')]//button[@aria-label='Show flange.jpg']");
  });

  test("that is none says so, and what a broken connection held back can be sent again", async () => {
    await browser.press("More on entry 3");
    await browser.file("Add a picture or PDF to entry 3", onDisk("holiday.jpg", "not a picture at all"));
    await browser.find("//*[@role='alert'][contains(., 'holiday.jpg: is neither a JPEG')]");
    await browser.file("Add a picture or PDF to entry 3", onDisk("big.png", Buffer.alloc(16 * 1024 * 1024)));
    await browser.find("//*[@role='alert'][contains(., 'big.png is larger than 15 MB')]");
    await browser.offline(true);
    await browser.file("Add a picture or PDF to entry 3", onDisk("late.png", await noise(100)));
    await browser.find("//*[@role='alert'][contains(., 'late.png: no connection')]");
    await browser.offline(false);
    await browser.press("Send it again");
    await browser.find("//li[@id='entry-3']//button[@aria-label='Show late.png']");
  });
});

describe("over the API", () => {
  test("a file is kept once for its key, under its bare name, streamed as it was kept, for who may see the job", async () => {
    const picture = await noise(1800);
    expect(picture.length).toBeGreaterThan(9_000_000);
    const key = randomUUID();
    expect([(await keep(desk, picture, { key })).status, (await keep(desk, picture, { key })).status]).toEqual([
      201, 201,
    ]);
    const response = await technician.get(`/api/v1/jobs/${jobId}/files/${key}`);
    expect(response.headers.get("content-disposition")).toBe("inline; filename*=UTF-8''screen.png");
    const bytes = Buffer.from(await response.arrayBuffer());
    expect(bytes.length).toBeGreaterThan(9_000_000);
    const points = (from: Buffer) => sharp(from).raw().toBuffer();
    expect((await points(bytes)).equals(await points(picture))).toBe(true);
    const small = await technician.get(`/api/v1/jobs/${jobId}/files/${key}?size=small`);
    expect((await sharp(Buffer.from(await small.arrayBuffer())).metadata()).width).toBe(320);
    expect((await technician.get(`/api/v1/jobs/${randomUUID()}/files/${key}`)).status).toBe(404);
    const apart = await technician.command("remove-file", { jobId, fileId: key });
    expect(apart.status).toBe(403);
    expect((await desk.command("remove-file", { jobId, fileId: key })).status).toBe(200);
    expect((await technician.get(`/api/v1/jobs/${jobId}/files/${key}`)).status).toBe(404);
  });

  test("what is too large, of no entry or no picture is refused with its reason", async () => {
    expect((await keep(technician, Buffer.alloc(15 * 1024 * 1024 + 1))).status).toBe(413);
    const problems = async (response: Promise<Response>) => {
      const { status, problems: list } = { status: (await response).status, ...(await (await response).json()) };
      return [status, list[0].path];
    };
    expect(await problems(keep(technician, await noise(10), { seq: "999" }))).toEqual([422, "seq"]);
    expect(await problems(keep(technician, await noise(10), { seq: "one" }))).toEqual([422, "seq"]);
    expect(await problems(keep(technician, "%PDF-"))).toEqual([422, "file"]);
  });
});

test("a lead puts a picture beside a step, whoever runs the test sees it, and nobody else can", async () => {
  const lead = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
  const step = encodeURIComponent("Measure from its pin to clean metal of the engine.");
  const path = `/api/v1/procedures/glow-plug-resistance/picture?step=${step}`;
  const picture = new Uint8Array(await noise(40));
  expect((await technician.raw(path, picture)).status).toBe(403);
  expect((await lead.get(path)).status).toBe(404);
  expect((await lead.raw(path.replace("Measure", "Guess"), picture)).status).toBe(422);
  expect((await lead.raw(path, new TextEncoder().encode("no picture at all"))).status).toBe(422);
  expect((await lead.raw(path, picture)).status).toBe(201);
  const kept = await technician.get(path);
  expect([kept.status, kept.headers.get("content-type")]).toEqual([200, "image/png"]);
  expect((await sharp(Buffer.from(await kept.arrayBuffer())).metadata()).width).toBe(40);
  await openJobOf(browser, "HF 4149");
  await browser.press("Test", "//form");
  await browser.type("Any test of the book", "Glow plug resistance");
  await browser.click("//*[@role='dialog']//button[contains(., 'Glow plug resistance, each plug')]");
  await browser.find("//*[@role='dialog']//ol//img[contains(@alt, 'Measure from its pin')]");
  const words = { procedure: "glow-plug-resistance", step: decodeURIComponent(step) };
  expect((await lead.command("remove-step-picture", words)).status).toBe(200);
  expect((await lead.get(path)).status).toBe(404);
});
