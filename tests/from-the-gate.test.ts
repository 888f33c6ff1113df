import { beforeAll, describe, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, signIn, openFromMore } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;

const LINE = "Entry line: codes, symptoms, odometer, minutes, or a note";
const onTrail = (words: string) => browser.find(`//ol//li[contains(., '${words}')]`);

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Maret Sundby");
});

describe("at the gate", () => {
  test("a VIN that was misread names the doubtful place and offers what it may have been", async () => {
    await browser.go("/jobs/new");
    await browser.type("VIN", "1ZZPK21D4HH100307");
    await browser.find("//*[@role='status']//p[contains(., 'Position 9: the check digit should be')]");
    await browser.click("//*[@aria-label='Likely readings']//button[1]");
    await browser.find("//*[@role='status']//p[contains(., 'The check digit fits.')]");
    await browser.press("Model year 2017");
    expect(await browser.valueOf("Model year")).toBe("2017");
  });

  test("a vehicle that the shop knows fills itself in, and its odometer does not run backwards unasked", async () => {
    await browser.go("/jobs/new");
    await browser.type("Plate", "HF 4107");
    await browser.click("//*[@aria-label='Known vehicles']//button[contains(., 'HF 4107')]");
    expect([await browser.valueOf("Make"), await browser.valueOf("Engine code")]).toEqual(["Tarrow", "D16F"]);
    await browser.type("Odometer, km", "100000");
    await browser.type("In the customer's words", "Filter lamp again, and it pulls weakly.");
    await browser.word("Symptom", "partic", "Particulate filter lamp on");
    await browser.press("Open the job", "//form");
    await browser.find("//*[@role='alert'][contains(., 'an earlier job read 118400 km')]");
    await browser.type("Why it reads less than before", "instrument cluster changed by the maker");
    await browser.press("Open the job", "//form");
    await onTrail("Came in; odometer: instrument cluster changed by the maker");
  });

  test("a word that is missing is added where it is missed, with its condition", async () => {
    await browser.press("Symptoms");
    await browser.type("Symptom", "whistles from the roof");
    await browser.press("Add “whistles from the roof” as a new word");
    await browser.click("//select[@aria-label='System']/option[.='body']");
    await browser.press("Add the word");
    await browser.find("//*[@role='dialog']//p[.='Whistles from the roof']");
    await browser.press("Another condition", "//*[@role='dialog']//div[p[.='Whistles from the roof']]/..");
    await browser.type("New condition", "Side wind");
    await browser.keys("\uE007");
    await browser.find("//*[@role='dialog']//button[@data-state='on'][.='Side wind']");
    await browser.press("Save the symptoms");
    await onTrail("Whistles from the roof: side wind");
  });

  test("what was done before becomes a suspect with its own reason", async () => {
    await browser.press("Earlier work");
    await browser.word("What was worked on", "filter pressure se", "Filter pressure sensor");
    for (const choice of ["Changed", "Another shop", "Days ago"]) await browser.press(choice, "//*[@role='dialog']");
    await browser.press("Save", "//*[@role='dialog']");
    await onTrail("Done before: filter pressure sensor changed by another shop, days ago");
    const suspect = "//section[@aria-label='Suspects']//li[contains(., 'Filter pressure sensor: new part is bad')]";
    await browser.click(`${suspect}//summary`);
    await browser.find(`${suspect}//li[contains(., 'changed by another shop, days ago')]`);
  });

  test("the desk asks the customer what moves the odds most, and taps the answer", async () => {
    const question = "//section[@aria-label='Ask the customer']//li[1]";
    const label = (await browser.read(`${question}/span`)).replace(/\?$/, "");
    await browser.press(`No: ${label}`);
    await onTrail(`not ${label.charAt(0).toLowerCase()}${label.slice(1)}`);
    await browser.gone(`//section[@aria-label='Ask the customer']//li[contains(., '${label}?')]`);
  });

  test("the vehicle's history shows what was done to it here", async () => {
    await browser.click("//h1//a");
    await browser.find(
      "//section[@aria-label='Parts fitted here']//li[contains(., 'Filter pressure hose')][contains(., 'cured it')]",
    );
    await browser.find("//section[@aria-label='Jobs']//li[contains(., '118\u202f400 km')]");
    await browser.click("//section[@aria-label='Jobs']//li[1]//a");
    await browser.find("//section[@aria-label='Trail map']");
  });
});

describe("in the bay", () => {
  beforeAll(async () => {
    const address = await browser.driver.getCurrentUrl();
    await browser.clearCookies();
    await signIn(browser, "Tomas Orrel");
    await browser.goTo(address);
    await browser.find("//section[@aria-label='Trail map']");
  });

  test("one line holds codes, conditions and minutes, says what it understood, and Tab completes", async () => {
    await browser.type(LINE, "P2452, P2002 pending, on short");
    // The words of the book are on their way to a page that has just been opened.
    await browser.sees("On short trips");
    await browser.keys("\uE004");
    expect(await browser.valueOf(LINE)).toBe("P2452, P2002 pending, On short trips");
    await browser.keys(", hose looks dry 6m");
    for (const words of ["P2452 stored", "P2002 pending", "On short trips", "note", "6 min"]) await browser.sees(words);
    await browser.keys("\uE007");
    for (const words of ["Particulate filter lamp on: on short trips", "P2002 pending", "hose looks dry"])
      await onTrail(words);
    expect(await browser.valueOf(LINE)).toBe("");
  });

  test("? says what the line understands", async () => {
    await browser.blur();
    await browser.keys("?");
    await browser.find("//*[@role='dialog']//h2[.='What the line understands']");
    await browser.press("Close", "//*[@role='dialog']");
  });

  test("modules are read, silent or not readable, and cleared codes show what came back", async () => {
    await browser.press("Scan");
    await browser.press("Add the module airbag");
    for (const choice of ["engine: read", "body: no answer", "airbag: not readable"]) await browser.press(choice);
    await browser.press("Save the scan");
    await onTrail("no answer: body; not readable with this tool: airbag");
    await browser.press("Unfold the complaint");
    await browser.find("//p[.='not read: airbag, body']");
    await openFromMore(browser, "Clear the codes");
    await browser.press("At once", "//*[@aria-label='P2452 came back']");
    await browser.press("Not so far", "//*[@aria-label='P2002 came back']");
    await browser.press("Save", "//*[@role='dialog']");
    await onTrail("Codes cleared: P2002 stays away, P2452 back at once");
    await browser.sees("P2452 back at once");
  });

  test("a scan tool's report is read, shown, and taken over; another vehicle's is questioned", async () => {
    await browser.press("Scan");
    await browser.press("From a scan report");
    await browser.type("Paste the report", "Scan of U9TPK21D0HH100999 - Engine: - P0471 pending - Airbag: no faults");
    await browser.find("//*[@role='status'][contains(., 'P0471 pending')][contains(., 'another vehicle')]");
    await browser.type("Paste the report", "a holiday picture");
    await browser.find("//p[contains(., 'No fault code and no module was found')]");
    await browser.type("Paste the report", "Brakes: C0035 stored, P07O0");
    await browser.press("Take it over");
    expect(await browser.valueOf("Code 1")).toBe("C0035");
    await browser.press("Save the scan");
    await onTrail("C0035 stored (brakes); read: brakes");
    await browser.sees("Wheel speed sensor front left");
  });

  test("what does not show itself becomes a plan on the floor, not a part", async () => {
    await openFromMore(browser, "Confirm the complaint");
    await browser.press("Not reproduced");
    await browser.type("It showed", "0");
    await browser.type("In", "3");
    await browser.press("Save", "//*[@role='dialog']");
    await browser.find("//section[@aria-label='Do next']//h2[.='Plan how to catch it']");
    await browser.press("Plan it");
    await browser.type("What to watch for or record", "Note speed and load when the lamp comes on.");
    await browser.type("Who watches", "the driver");
    await browser.press("Save the plan");
    await browser.find("//section[@aria-label='Do next']//h2[.='Being watched for']");
    await browser.go("/");
    await browser.find("//tbody[.//h2[.='Being watched']]//tr[contains(., 'HF 4107')][contains(., 'Ask again on')]");
    expect(await browser.complaints()).toEqual([expect.stringContaining("422")]);
  });
});
