import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import sharp from "sharp";
import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
const folder = mkdtempSync(join(tmpdir(), "files-"));
afterAll(() => rmSync(folder, { recursive: true }));

let browser: Browser;
const files: Record<string, string> = {};

beforeAll(async () => {
  const picture = await sharp({ create: { width: 400, height: 300, channels: 3, background: "#123456" } })
    .png()
    .toBuffer();
  const contents = {
    "huge.txt": Buffer.alloc(20 * 1024 * 1024, "P0299 stored, engine\n"),
    "picture.csv": picture,
    "mixed.csv": Buffer.from(
      "\ufeffcode;make;meaning;note\r\nP1402;Tarrow;Vacuum low;\nP1403,Tarrow,lost,\rP1404;;;\n",
    ),
  };
  for (const [name, bytes] of Object.entries(contents)) {
    files[name] = join(folder, name);
    writeFileSync(join(folder, name), bytes);
  }
  browser = page();
  await signIn(browser, "Ilka Venn");
});

/** Lines of the shop's own list, as it goes out: not the page, which may still be on its way. */
const entries = () =>
  browser.driver.executeAsyncScript<number>(
    "const done = arguments[0]; fetch('/api/v1/codes').then((r) => r.text()).then((text) => done(text.trim().split('\\n').length))",
  );

describe("a file that is no list of codes", () => {
  test("ends in a clear message, and nothing of it is kept", async () => {
    await browser.go("/codes");
    const before = await entries();
    const refused = (words: string) => browser.find(`//*[@role='alert'][contains(., '${words}')]`);
    await browser.file("Take over a CSV file", files["huge.txt"] ?? "");
    await refused("huge.txt is larger than 900 kB. Nothing was taken from it.");
    await browser.file("Take over a CSV file", files["picture.csv"] ?? "");
    await refused("picture.csv has no heading line with “code” and “meaning”. Nothing was taken from it.");
    await browser.go("/codes");
    expect(await entries()).toBe(before);
  });

  test("half of one shows what was understood and what not, line by line, before any of it is taken", async () => {
    const before = await entries();
    await browser.file("Take over a CSV file", files["mixed.csv"] ?? "");
    await browser.find("//*[@role='status']//p[contains(., '1 entries understood, 2 lines not')]");
    await browser.find("//li[contains(., 'line 3 is no fault code')][contains(., 'P1403,Tarrow,lost,')]");
    await browser.find("//li[contains(., 'line 4 has no meaning')]");
    expect(await entries()).toBe(before);
    await browser.press("Take 1 over");
    await browser.find("//section[@aria-label='What this shop says']//tr[contains(., 'Vacuum low')]");
  });
});

test("a scan report that is none says so in the dialog, and what was typed there stays", async () => {
  await openJobOf(browser, "HF 4149");
  await browser.press("Scan");
  await browser.type("Code 1", "P0401");
  await browser.press("From a scan report");
  for (const [name, words] of [
    ["huge.txt", "This is too long for a scan report"],
    ["picture.csv", "This is no text, but a picture"],
  ] as const) {
    await browser.file("or open its file", files[name] ?? "");
    await browser.find(`//*[@role='dialog']//p[contains(., '${words}')]`);
  }
  expect(await browser.valueOf("Code 1")).toBe("P0401");
  expect(await browser.complaints()).toEqual([]);
});
