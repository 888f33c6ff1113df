import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";
import { CALCULATORS } from "@/core/calculators";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
const folder = mkdtempSync(join(tmpdir(), "traces-"));
afterAll(() => rmSync(folder, { recursive: true }));
let browser: Browser;

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Tomas Orrel");
});

test("a calculator computes while it is typed, in any unit, and its result goes to a job's trail with one tap", async () => {
  await browser.go("/calculators?calculator=cable-drop");
  await browser.type("Length of the conductor, there and back", "6");
  await browser.type("Cross-section", "16");
  await browser.type("Current", "150");
  await browser.find("//*[@role='status'][contains(., 'loses 0.9698 V at this current')]");
  await browser.type("Current", "-3");
  await browser.find("//*[@role='alert'][.='must be more than 0']");
  await browser.type("Current", "150");
  await browser.click("//select[@aria-label='Unit of Current']/option[.='mA']");
  await browser.find("//*[@role='status'][contains(., '0.0009698 V')]");
  const [job] = await browser.driver.findElements({ xpath: "//option[contains(., 'HF 4149')]" });
  await job?.click();
  await browser.press("Put it on the trail");
  await browser.sees("On the trail of job");
  await openJobOf(browser, "HF 4149");
  await browser.find("//ol/li[contains(., 'Voltage drop of a cable: length of the conductor, there and back 6 m')]");
});

test("a unit is converted as one says it", async () => {
  await browser.go("/calculators");
  await browser.type("Convert", "12 inHg in kPa");
  await browser.find("//*[@role='status'][.='12 inHg = 40.64 kPa']");
});

test("every calculator opens, on its own address", async () => {
  for (const { key, title } of CALCULATORS) {
    await browser.go(`/calculators?calculator=${key}`);
    await browser.find(`//h2[.="${title}"]`);
  }
  expect(await browser.complaints()).toEqual([]);
});

test("a recording of a million points is summarised without freezing the page, and a bad line is named", async () => {
  const lines = Array.from({ length: 1_000_000 }, (_, at) => `${at / 100},${(120 - at / 50_000).toFixed(4)}`);
  writeFileSync(join(folder, "long.csv"), `time (s),pressure (kPa)\n${lines.join("\n")}\n`);
  writeFileSync(join(folder, "bad.csv"), "time (s),pressure (kPa)\n0,1\n1,x\n2,3\n");
  await browser.go("/calculators?calculator=recording");
  // Ticks while the worker reads: a page that stands still makes none.
  await browser.driver.executeScript("window.ticks = 0; setInterval(() => window.ticks++, 20);");
  await browser.file("or open a CSV file", join(folder, "long.csv"));
  await browser.find("//*[@role='status'][contains(., '1000000 points.')][contains(., '-0.12 ± ')]");
  await browser.find("//*[@role='img'][starts-with(@aria-label, 'Recording:')]//*[name()='svg']");
  expect(await browser.driver.executeScript<number>("return window.ticks")).toBeGreaterThan(5);
  await browser.file("or open a CSV file", join(folder, "bad.csv"));
  await browser.find("//*[@role='alert'][.='Line 3, pressure: “x” is no number.']");
  expect(await browser.complaints()).toEqual([]);
});
