import { afterAll, beforeAll, describe, expect, test } from "vitest";
import { startVehicleInterface } from "@/scripts/lib/stand-ins.mjs";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, signIn, openFromMore } from "./support/pages";

let device: { url: string; stop: () => void };
// The application takes the address from its environment: the device has to be there first.
beforeAll(async () => {
  device = await startVehicleInterface();
  process.env.VEHICLE_INTERFACE_URL = device.url;
});
const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;
afterAll(() => {
  device.stop();
  delete process.env.VEHICLE_INTERFACE_URL;
});

const DIALOG = "//*[@role='dialog']";
const HAULER = "U9MHL25D6KH100321";
const MISREAD = "U9MHL25D6KH1O0321";
const onTrail = (words: string) => browser.find(`//ol//li[contains(., '${words}')]`);
const doNext = (title: string) => browser.find(`//section[@aria-label='Do next']//h2[.='${title}']`);

beforeAll(async () => {
  browser = page();
  await browser.resize({ width: 390, height: 844 });
  await signIn(browser, "Tomas Orrel");
});

/** Nothing may stand out of a phone's screen sideways, and nothing may have gone wrong on the way. */
async function fits(): Promise<void> {
  const over = await browser.driver.executeScript<number>(
    "return document.documentElement.scrollWidth - window.innerWidth",
  );
  expect(over).toBeLessThanOrEqual(0);
  expect(await browser.complaints()).toEqual([]);
}

describe("a vehicle that is new to the shop", () => {
  test("is taken in by taps, its misread VIN put right, with what was done before and when it shows", async () => {
    await browser.go("/jobs/new");
    await browser.type("VIN", MISREAD);
    await browser.find("//*[@role='status']//p[contains(., 'O is not used in VINs')]");
    await browser.press(HAULER, "//*[@aria-label='Likely readings']");
    await browser.find("//*[@role='status']//p[.='The check digit fits.']");
    await browser.press("Make: Ombrel");
    await browser.press("Model year 2019");
    await browser.press("Hauler", "//*[@aria-label='Which model?']");
    await browser.press("D21K", "//*[@aria-label='Which engine?']");
    await browser.press("M6-O", "//*[@aria-label='Which transmission?']");
    await browser.press("not known", "//*[@aria-label='Which drive?']");
    await browser.press("coast", "//*[@aria-label='Built for which market?']");
    await browser.type("Odometer, km", "141200");
    await browser.press("Something was done to it lately");
    await browser.word("What was worked on", "glow", "Glow plug");
    for (const tap of ["Changed", "Another shop", "Weeks"]) await browser.press(tap);
    await browser.press("Add it");
    await browser.type("In the customer's words", "Hardly starts in the cold since the plugs were done.");
    await browser.press("engine", "//*[@aria-label='Systems']");
    await browser.press("Starts only after long cranking");
    await browser.press("When cold");
    await browser.press("Weather");
    await browser.press("Below freezing");
    await fits();
    await browser.press("Open the job", "//form");
    await onTrail("Done before: glow plug changed by another shop");
    await onTrail("Starts only after long cranking: when cold, below freezing");
    await browser.find("//summary[contains(., 'Glow plug')][contains(., 'bad')]");
  });

  test("has its customer asked what would move the odds most", async () => {
    const question = await browser.find("//section[@aria-label='Ask the customer']//li[1]/span");
    const asked = (await question.getText()).replace("?", "").toLowerCase();
    await browser.click("//section[@aria-label='Ask the customer']//li[1]//button[.='No']");
    await onTrail(`not ${asked}`);
  });

  test("does not show its fault at first, then does", async () => {
    await openFromMore(browser, "Confirm the complaint");
    await browser.press("Not reproduced");
    await browser.type("It showed", "0");
    await browser.type("In", "1");
    await browser.press("Save", DIALOG);
    await doNext("Plan how to catch it");
    await openFromMore(browser, "Confirm the complaint");
    await browser.press("Yes, it shows");
    await browser.type("It showed", "1");
    await browser.type("In", "1");
    await browser.press("When cold", DIALOG);
    await browser.press("Save", DIALOG);
    await onTrail("Reproduced, 1 of 1 tries: when cold");
    await browser.gone("//section[@aria-label='Do next']//h2[.='Plan how to catch it']");
  });

  test("is read module by module, one of them silent", async () => {
    await browser.press("Scan");
    await browser.press("Read Bay 3: Ombrel Hauler");
    await browser.find(`${DIALOG}//p[.='The VIN is this job’s.']`);
    await browser.find(`${DIALOG}//button[@aria-label='body: no answer'][@aria-pressed='true']`);
    await browser.find(`${DIALOG}//*[@aria-label='What the codes share'][contains(., 'the glow plugs’ supply')]`);
    await browser.press("Save the scan");
    await onTrail("no answer: body");
    await onTrail(`VIN read from the vehicle: ${HAULER}`);
    await onTrail("every monitor is complete");
    await browser.press("Unfold the complaint");
    await browser.find("//*[@aria-label='What the codes share'][contains(., 'share a supply')]");
  });

  test("is cleared and read again at once, after a key cycle and after a drive", async () => {
    await openFromMore(browser, "Clear the codes");
    const became = (code: string, when: string) =>
      browser.find(`${DIALOG}//*[@aria-label='${code} came back']//button[@data-state='on'][.='${when}']`);
    await browser.press("Clear and read Bay 3: Ombrel Hauler");
    await became("P0672", "At once");
    await became("P0380", "Not so far");
    await browser.press("Key off and on, read again Bay 3: Ombrel Hauler");
    await became("P0380", "After a key cycle");
    await became("C0040", "Not so far");
    await browser.press("Driven, read again Bay 3: Ombrel Hauler");
    await became("C0040", "After a drive");
    await became("P0672", "At once");
    await browser.press("Save", DIALOG);
    for (const words of ["P0672 back at once", "P0380 back after a key cycle", "C0040 back after a drive"])
      await onTrail(words);
    await fits();
  });

  test("is repaired, and its code stays away", async () => {
    await openFromMore(browser, "Clear the codes");
    await browser.click(`${DIALOG}//span[.='Bay 3: Ombrel Hauler']/..//summary`);
    await browser.press("Repair: plug open");
    await browser.find(`${DIALOG}//*[@role='status'][.='Repaired: plug open.']`);
    await browser.press("Clear and read Bay 3: Ombrel Hauler");
    await browser.find(`${DIALOG}//*[@aria-label='P0672 came back']//button[@data-state='on'][.='Not so far']`);
    await browser.press("Save", DIALOG);
    await onTrail("P0672 stays away");
  });
});

test("a vehicle that comes again is one tap, and five codes are one line", async () => {
  await browser.go("/jobs/new");
  await browser.click("//*[@aria-label='Known vehicles']//button[contains(., 'HF 4163')]");
  expect([
    await browser.valueOf("Model"),
    await browser.valueOf("Engine code"),
    await browser.valueOf("Built in month"),
  ]).toEqual(["Ferryman", "D22R", "2018-10"]);
  await browser.find(
    "//*[@aria-label='Here before']//li[contains(., 'Crankshaft position sensor')][contains(., 'by Ilka Venn')]",
  );
  await browser.type("Odometer, km", "177400");
  await browser.type("In the customer's words", "Stalls again at the lights.");
  await browser.press("engine", "//*[@aria-label='Systems']");
  await browser.press("Stalls");
  await browser.press("When hot");
  await browser.type("Several codes in one line", "P0335, P0340 pending, P0299; C0035 history, U0140, P03");
  await browser.press("Take 5");
  expect(await browser.valueOf("Several codes in one line")).toBe("P03");
  await fits();
  await browser.press("Open the job", "//form");
  await onTrail("C0035 history");
  await browser.press("Unfold the complaint");
  for (const code of ["P0335", "P0340 pending", "P0299", "C0035 history", "U0140"])
    await browser.find(`//a[contains(@href, '/codes?search=')][.='${code}']`);
});
