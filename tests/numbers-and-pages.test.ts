import { beforeAll, describe, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { Client, givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Ilka Venn");
});

/** How many jobs are counted, once it is no longer so many. */
const jobs = async (before = -1) => {
  const line = await (
    await browser.find(`//p[contains(., 'closed jobs.')][not(starts-with(normalize-space(.), '${before} '))]`)
  ).getText();
  return Number(/^(\d+) closed jobs/.exec(line)?.[1]);
};

describe("numbers", () => {
  test("are narrowed by model, day and person, and the address says so", async () => {
    await browser.go("/numbers");
    const all = await jobs();
    expect(all).toBeGreaterThan(400);
    await browser.pick("Model", "Tarrow Letter");
    await browser.press("Count");
    const letters = await jobs(all);
    expect(new URL(await browser.driver.getCurrentUrl()).searchParams.get("model")).toBe("Tarrow Letter");
    expect(letters).toBeGreaterThan(10);
    expect(letters).toBeLessThan(all);
    await browser.pick("Closed by", "Tomas Orrel");
    await browser.press("Count");
    expect(await jobs(letters)).toBeLessThan(letters);
    await browser.go("/numbers?from=2100-01-01");
    await browser.sees("No closed job falls into that.");
  });

  test("go out as CSV with the same filter, and single people are for leads alone", async () => {
    const lead = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
    const people = (await (await lead.get("/numbers")).text()).includes("Closed by");
    const technician = await Client.signedIn(application.origin, "Tomas Orrel", PASSPHRASE);
    expect([people, (await (await technician.get("/numbers")).text()).includes("Closed by")]).toEqual([true, false]);
    const csv = await (await technician.get("/api/v1/numbers?model=Tarrow%20Letter")).text();
    expect(csv.split("\r\n")[0]).toBe("table,row,measure,value");
    expect(csv).toMatch(/^first against later,first,jobs,\d+$/m);
  });
});

test("a component's page leads to its known failure and its models, and these lead back", async () => {
  await openJobOf(browser, "HF 4149");
  await browser.click("(//section[@aria-label='Suspects']//summary)[1]");
  await browser.press("How it fails, and what settles it");
  await browser.find("//h1[.='Turbocharger']");
  await browser.find("//section[@aria-label='Tests run on them'][contains(., 'settled')]");
  await browser.press("D21K: turbocharger vanes stick past 120 000 km");
  await browser.find("//section[@aria-label='Which vehicles']//table");
  await browser.press("Engine D21K");
  await browser.find("//h1[.='Engine D21K']");
  await browser.find("//section[@aria-label='Known failures'][contains(., 'vanes stick')]");
  await browser.click("//section[@aria-label='On which models']//a[contains(., 'Tarrow Packet')]");
  await browser.find("//h1[.='Tarrow Packet']");
  await browser.find(
    "//section[@aria-label='Known failures'][contains(., 'sliding door loom')][contains(., 'vanes stick')]",
  );
  expect(await browser.complaints()).toEqual([]);
});

test("closed jobs are found by what they were, and the desk notes that it held", async () => {
  await browser.clearCookies();
  await signIn(browser, "Maret Sundby");
  await openJobOf(browser, "HF 4261", "/jobs/closed?search=letter+P0340");
  await browser.find("//section[@aria-label='After the job']");
  await browser.press("It still holds");
  await browser.find("(//ol/li[contains(., 'Follow-up: holds')])[2]");
  expect(await browser.complaints()).toEqual([]);
});
