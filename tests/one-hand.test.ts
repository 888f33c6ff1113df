import { expect, test } from "vitest";
import { givenApplication } from "./support/application";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, signIn } from "./support/pages";
import { Thumb } from "./support/thumb";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);

const DIALOG = "//*[@role='dialog']";
const NEXT = "//section[@aria-label='Do next']";
/** What a job from the gate to its end may ask of one thumb. */
const MOST = { taps: 60, letters: 200 };

test("a job goes from the gate to its end with one thumb on a phone, by what stands under Do next", async () => {
  const browser = page();
  await browser.resize({ width: 390, height: 844 });
  await signIn(browser, "Tomas Orrel");
  const thumb = new Thumb(browser);
  const asks = async (title: string) => {
    await browser.find(`${NEXT}//h2[contains(., '${title}')]`);
    const over = await browser.driver.executeScript<number>(
      "return document.documentElement.scrollWidth - window.innerWidth",
    );
    expect([title, Math.max(0, over)]).toEqual([title, 0]);
  };
  /** Fills the dialog that a button of Do next opens, and saves it. */
  const through = async (button: string, answers: readonly string[], save: string, minutes?: string) => {
    await thumb.tap(button, NEXT);
    for (const each of answers) await thumb.tap(each, DIALOG);
    if (minutes) await thumb.type("Minutes spent", minutes);
    await thumb.tap(save, DIALOG);
    await browser.gone(DIALOG);
  };

  await thumb.tap("Open a job");
  await thumb.tapOn("//*[@aria-label='Known vehicles']//button[contains(., 'HF 4163')]", "the known vehicle");
  await thumb.type("Odometer, km", "181200");
  await thumb.type("In the customer's words", "No pull uphill, lamp on.");
  await thumb.tap("engine", "//*[@aria-label='Systems']");
  await thumb.tap("Low power");
  await thumb.tap("Uphill");
  await thumb.type("Several codes in one line", "P0299");
  await thumb.tap("Open the job", "//form");

  await asks("Command the vane actuator over its travel");
  await through("Start", ["Short travel with the rod off as well"], "Save the test", "9");
  await asks("Turbocharger vane actuator: sticks");
  await through("Record the repair", ["Cured it"], "Save the repair", "95");
  await asks("Name the cause");
  await through("Name the cause", [], "Save the finding");
  await asks("Repeat the same test");
  await through("Run it again", ["Full travel, no hesitation"], "Save the test", "9");
  await asks("Clear the codes");
  await through("Clear the codes", [], "Save");
  await through("Read again", [], "Save the scan");
  await asks("Drive it as complained of");
  await through("Record the drive", ["Holds", "Met"], "Save the proof");
  await asks("Close the job");
  await through("Close the job", [], "Close the job");
  await browser.find("//section[@aria-label='After the job']");

  expect(thumb.missed).toEqual([]);
  expect(thumb.taps).toBeLessThanOrEqual(MOST.taps);
  expect(thumb.letters).toBeLessThanOrEqual(MOST.letters);
  // A job takes some of both: a thumb that does nothing has walked past it.
  expect(thumb.taps).toBeGreaterThan(25);
  expect(await browser.complaints()).toEqual([]);
});
