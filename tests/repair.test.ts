import { beforeAll, describe, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openFromMore, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;

const DIALOG = "//*[@role='dialog']";
const WITH_IT = `${DIALOG}//section[@aria-label='Goes with it']`;
const NEXT = "//section[@aria-label='Do next']";
const onTrail = (words: string) => browser.find(`//ol//li[contains(., "${words}")]`);

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Tomas Orrel");
});

async function takeIn(plate: string, symptoms: readonly string[]): Promise<void> {
  await browser.go("/jobs/new");
  await browser.type("Plate", plate);
  for (const [label, value] of [
    ["Make", "Ombrel"],
    ["Model", "Hauler"],
    ["Model year", "2019"],
    ["Engine code", "D21K"],
    ["Odometer, km", "120100"],
    ["In the customer's words", "Hard to start in the cold, and low on power."],
  ] as const)
    await browser.type(label, value);
  for (const symptom of symptoms) await browser.word("Symptom", symptom.slice(0, 6), symptom);
  await browser.press("Open the job", "//form");
  await browser.find("//section[@aria-label='Trail map']");
}

const pick = async (component: string, typed: string, failure: string) => {
  await browser.press("Repair");
  await browser.word("Component", typed, component);
  await browser.pick("How it failed", failure);
};

describe("a repair and what goes with it", () => {
  test("starts with what the book puts beside it, and says at once which revisions may not mix", async () => {
    await takeIn("RP 100", ["Starts only after long cranking", "Low power"]);
    await pick("Glow plug", "glow plu", "Open circuit");
    await browser.sees("No test on this job points to it.");
    await browser.type("Fitted on judgement", "three of four were done last winter");
    await browser.find(`${WITH_IT}//label[contains(., 'Bore cleaned')]`);
    await browser.find(`${WITH_IT}//label[contains(., 'Glow plug')][contains(., 'to be checked')]`);
    await browser.type("Where", "cylinder 1");
    await browser.type("Revision", "G1 (7 V)");
    await browser.press("What runs at another place");
    await browser.type("Other place 1", "cylinder 2");
    await browser.type("Revision at other place 1", "G2 (4.4 V)");
    await browser.find(`${DIALOG}//*[@role='alert'][contains(., 'may not run with')]`);
    await browser.type("Revision at other place 1", "G1 (7 V)");
    await browser.gone(`${DIALOG}//*[@role='alert'][contains(., 'may not run with')]`);
    await browser.type("Minutes spent", "40");
    await browser.press("Cured it", DIALOG);
    await browser.press("Low power", `${DIALOG}//*[@aria-label='Which complaint is gone']`);
    await browser.sees("Still open: Low power");
    await browser.press("Save the repair");
    await onTrail("Glow plug fitted on judgement, cylinder 1");
    await onTrail("it was bad, more is wrong");
  });

  test("keeps what goes with it in sight until it is done, and a value marked until somebody says where it is from", async () => {
    await browser.press("Repair");
    await browser.word("Component", "glow plu", "Glow plug");
    await browser.pick("How it failed", "Open circuit");
    await browser.press("Leave out Bore cleaned before the new one goes in", WITH_IT);
    await browser.type("Where", "cylinder 3");
    await browser.type("Minutes spent", "20");
    await browser.press("Cured it", DIALOG);
    await browser.press("Save the repair");
    await browser.find(`${NEXT}//h2[contains(., 'Goes with it: Glow plug')]`);
    await browser.press("Check it off", NEXT);
    for (const box of await browser.driver.findElements({ xpath: `${DIALOG}//input[@type='checkbox']` }))
      await box.click();
    await browser.press("Save", DIALOG);
    await onTrail("with it:");
    await browser.gone(`${NEXT}//*[contains(., 'Bore cleaned')]`);
    await browser.press("Check it off", NEXT);
    for (const box of await browser.driver.findElements({ xpath: `${DIALOG}//input[@type='checkbox'][not(@checked)]` }))
      if (!(await box.isSelected())) await box.click();
    await browser.type("Where 15 N.m is from", "plug maker’s leaflet");
    await browser.press("Save", DIALOG);
    await browser.find(`${NEXT}//h2[contains(., 'Name the cause')]`);
    await browser.press("Name the cause", NEXT);
    await browser.press("Save the finding", DIALOG);
    await openClose();
    await browser.sees("To be checked, nobody says where the value is from: glow plug, 15 N.m");
    await browser.press("Cancel", DIALOG);
    await browser.go("/");
    await browser.sees("looking for causes");
  });

  /** The list of what stands in the way, by the button beside the proof. */
  async function openClose(): Promise<void> {
    await browser.press("Close without it", NEXT);
    await browser.find(`${DIALOG}//h2[.='Close the job']`);
  }
});

describe("before a big repair", () => {
  test("a second look says what testing first saves", async () => {
    await openJobOf(browser, "HF 4149");
    await browser.find("//section[@aria-label='Estimates']//li[contains(., '€2')][contains(., 'Test first')]");
    await openFromMore(browser, "Estimate");
    await browser.type("What for", "a new engine loom");
    await browser.type("Amount", "1900");
    await browser.press("Save the estimate");
    await browser.find(
      "//section[@aria-label='Estimates']//li[contains(., 'a new engine loom')][contains(., 'names no cause')]",
    );
  });

  test("the ways to repair it stand side by side, and the one that is chosen is prepared", async () => {
    const address = await browser.driver.getCurrentUrl();
    await browser.goTo(`${address.replace(/\?.*/, "")}?open=repair-options/turbocharger/sticking`);
    const ways = `${DIALOG}//*[@aria-label='Ways to repair it']`;
    await browser.find(`${ways}//li[contains(., 'Rebuilt unit')][contains(., 'in 3 days')]`);
    await browser.find(`${ways}//li[contains(., 'New unit from the maker')][contains(., 'came back')]`);
    await browser.click(`${ways}//li[contains(., 'Rebuilt unit')]//input`);
    await browser.type("Why this way", "the customer keeps it two more years");
    await browser.press("Choose it");
    await onTrail("rebuilt unit chosen");
    await browser.goTo(`${address.replace(/\?.*/, "")}?open=part/turbocharger/sticking`);
    await browser.find(`${DIALOG}//h2`);
    expect(await browser.valueOf("Where the part is from")).toBe("rebuilt");
    expect(await browser.complaints()).toEqual([]);
  });
});

test("what protects people is not bridged", async () => {
  await openFromMoreOn("RP 100", "Bypass");
  await browser.type("What is bridged, and where", "airbag plug under the seat");
  await browser.press("Save", DIALOG);
  await browser.sees("restraint systems are never bridged");
});

async function openFromMoreOn(plate: string, words: string): Promise<void> {
  await openJobOf(browser, plate);
  await openFromMore(browser, words);
}
