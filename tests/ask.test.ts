import { beforeAll, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Tomas Orrel");
});

const UNDERSTOOD = "//*[@aria-label='Understood as']";
const chip = (kind: string, name: string) =>
  browser.find(`${UNDERSTOOD}//summary[contains(., '${kind}')][contains(., '${name}')]`);
const section = (title: string, words: string) =>
  browser.find(`//section[@aria-label='${title}']//li[contains(., "${words}")]`);

test("a question with errors in it, asked from anywhere by one key, is understood and answered from the jobs", async () => {
  await browser.find("//a[contains(@href, '/jobs/')]");
  await browser.keys("a");
  await browser.find("//input[@id='ask']");
  await browser.keys("packet low powr uphil p0299\uE007");
  await chip("Model", "Packet");
  await chip("Symptom", "Low power");
  await chip("When", "Uphill");
  await chip("Code", "P0299");
  await section("What it was", "Turbocharger vane actuator: sticks");
  await section("What it was", "Settled by: Command the vane actuator over its travel");
  await section("Jobs", "low power");
  await section("Tried in vain", "Boost pressure sensor fitted");
  await section("Procedures", "Command the vane actuator over its travel");
  expect(await browser.driver.getCurrentUrl()).toContain("/book?q=packet");
});

test("what a piece was taken for can be changed, and a job is a tap away", async () => {
  const symptom = await chip("Symptom", "Low power");
  await symptom.click();
  await browser.press("Leave “low powr” out");
  await browser.gone(`${UNDERSTOOD}//summary[contains(., 'Low power')]`);
  await chip("Code", "P0299");
  await browser.click("//section[@aria-label='Jobs']//li[1]//a");
  await browser.find("//section[@aria-label='Trail map']");
});

test("what the book knows nothing of says how to go on", async () => {
  await browser.go("/book?q=qqxx+zzyy");
  await browser.sees("The book has nothing on that yet");
  await browser.sees("“qqxx”, “zzyy”");
  expect(await browser.complaints()).toEqual([]);
});
