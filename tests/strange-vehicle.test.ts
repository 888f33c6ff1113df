import { beforeAll, describe, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { givenBrowser, drive, runAgain } from "./support/pages";

/** A vehicle that nobody has ever seen, in a shop that has just opened, with nothing but general practice to go by. */

const application = givenApplication();
const page = givenBrowser(application);
let browser: Browser;

beforeAll(async () => {
  browser = page();
  await browser.go("/");
  for (const [label, value] of [
    ["Name of the shop", "Bay by the Bridge"],
    ["Time zone", "Europe/Oslo"],
    ["Your name", "Runa Berg"],
    ["Your passphrase", "eleven cold bolts"],
  ] as const)
    await browser.type(label, value);
  await browser.press("Set up the shop");
  await browser.find("//h1[.='Floor']");
});

const IN_DIALOG = "//*[@role='dialog']";
const doNext = (words: string) => browser.find(`//section[@aria-label='Do next'][contains(., "${words}")]`);
const mapSays = (words: string) =>
  browser.find(`//section[@aria-label='Trail map']//*[@role='group'][contains(@aria-label, "${words}")]`, {
    hidden: true,
  });
const leads = (name: string) => browser.find(`(//section[@aria-label='Suspects']//summary)[1][contains(., '${name}')]`);

async function takeIn(complaint: string, typed: string, symptom: string): Promise<void> {
  await browser.go("/jobs/new");
  for (const [label, value] of [
    ["Make", "Nordal"],
    ["Model", "Vik"],
    ["Model year", "2019"],
    ["Engine code", "X9"],
    ["In the customer's words", complaint],
  ] as const)
    await browser.type(label, value);
  await browser.pick("Runs on", "petrol");
  await browser.pick("Kind of gearbox", "automatic");
  await browser.word("Symptom", typed, symptom);
  await browser.press("Open the job", "//form");
  await browser.find("//section[@aria-label='Suspects']//summary");
}

async function outcome(words: string): Promise<void> {
  await browser.press(words, IN_DIALOG);
  await browser.press("Save the test");
  await browser.sees("Test saved");
}

describe("a strange vehicle that does not crank", () => {
  test("begins with the battery, as general practice, with its caution before the steps", async () => {
    await takeIn("Turns the key and nothing happens.", "crank", "Does not crank");
    await doNext("Battery voltage at rest");
    await doNext("General practice, not this shop’s experience.");
    const sheet = await browser.text();
    for (const nonsense of ["cabin filter", "0 in 100", "1 like jobs"])
      expect(sheet.toLowerCase()).not.toContain(nonsense);
    await browser.press("Start");
    await browser.find(`${IN_DIALOG}[contains(., 'hydrogen')]`);
    await outcome("12.4 V or more");
  });

  test("comes to its cause by the checks that are there", async () => {
    await browser.press("Test");
    await browser.type("Any test of the book", "starter terminal");
    await browser.click(`${IN_DIALOG}//button[contains(., 'Command at the starter terminal')]`);
    await outcome("Voltage is there, the starter does not turn");
    await leads("Starter motor: worn out");
    await mapSays("Starter motor: worn out");
  });

  test("is repaired, named and proved, and its own proof does not strike it out", async () => {
    await browser.press("Repair");
    await browser.word("Component", "starter mo", "Starter motor");
    await browser.pick("How it failed", "Worn out");
    await browser.type("Parts cost", "180");
    await browser.type("Minutes spent", "70");
    await browser.press("Cured it", IN_DIALOG);
    await browser.press("Save the repair");
    await browser.sees("Repair saved");
    await doNext("Name the cause");
    await browser.press("Name the cause");
    await browser.press("Save the finding");
    await runAgain(browser, () => browser.press("Voltage is there, and it turns", IN_DIALOG));
    await drive(browser);
    await mapSays("Starter motor: worn out: 9");
    await mapSays("through");
    await leads("Starter motor: worn out");
    await browser.press("Close the job");
    await browser.press("Close the job", IN_DIALOG);
    await browser.find("//section[@aria-label='After the job']");
  });
});

describe("two causes at two places", () => {
  const measured = async ({
    what,
    typed,
    component,
    place,
  }: Record<"what" | "typed" | "component" | "place", string>) => {
    await browser.press("Test");
    await browser.press("Record a check without a procedure");
    await browser.type("What you checked", what);
    await browser.type("What you saw or read", "open circuit");
    await browser.press("Another component");
    await browser.word("Component", typed, component);
    await browser.pick("How it failed", "Open circuit");
    await browser.press("Measured or seen at the part itself");
    await browser.type("Where", place);
    await browser.type("Minutes spent", "10");
    await browser.press("Save the check");
    await browser.find(`//ol//li[contains(., '${what}, ${place}')]`);
  };

  test("are both believed, and neither is the other's rival", async () => {
    await takeIn("Shakes and has no power.", "misfires", "Misfires");
    await measured({ what: "Coil primary", typed: "ignition co", component: "Ignition coil", place: "cylinder 2" });
    await leads("Ignition coil: open circuit");
    await measured({ what: "Injector coil", typed: "injec", component: "Injector", place: "cylinder 4" });
    const first = await browser.find("(//section[@aria-label='Suspects']//summary)[1]");
    const second = await browser.find("(//section[@aria-label='Suspects']//summary)[2]");
    const both = (await first.getText()) + (await second.getText());
    for (const name of ["Ignition coil: open circuit", "Injector: open circuit"]) expect(both).toContain(name);
    await browser.find("//section[@aria-label='Suspects'][contains(., 'Two at once?')]");
  });

  test("are named with their places", async () => {
    await browser.press("Cause");
    await browser.word("Component", "ignition co", "Ignition coil");
    await browser.pick("How it failed", "Open circuit");
    await browser.type("Where", "cylinder 2");
    await browser.press("Add it, there is a second cause");
    await browser.word("Component", "injec", "Injector");
    await browser.pick("How it failed", "Open circuit");
    await browser.type("Where", "cylinder 4");
    await browser.press("Save the finding");
    await browser.find(
      "//ol//li[contains(., 'ignition coil: open circuit, cylinder 2')][contains(., 'injector: open circuit, cylinder 4')]",
    );
  });
});

test("general practice is taken out of the book again whole", async () => {
  await browser.go("/book");
  await browser.press("Take it out of the book");
  await browser.find("//section[@aria-label='General practice']//button[.='Take it over']");
  await browser.go("/procedures");
  await browser.sees("Battery voltage at rest");
  expect(await browser.text()).not.toContain("Tyre pressures");
  expect(await browser.complaints()).toEqual([]);
});
