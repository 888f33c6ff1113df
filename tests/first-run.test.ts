import { beforeAll, describe, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { givenBrowser } from "./support/pages";

const application = givenApplication();
const page = givenBrowser(application);
let browser: Browser;

beforeAll(() => {
  browser = page();
});

describe("an empty database", () => {
  test("asks its first visitor to set up the shop, says what is wrong, and keeps what was typed", async () => {
    await browser.go("/");
    await browser.find("//h1[.='Set up your shop']");
    await browser.type("Name of the shop", "Under the Pass");
    await browser.type("Currency", "E1");
    await browser.type("Time zone", "Hollin/Fell");
    await browser.type("Your name", "Åse Lind");
    await browser.type("Your passphrase", "short");
    await browser.press("Set up the shop");
    for (const words of [
      "is no time zone, such as Europe/Oslo",
      "needs 10 characters at least",
      "must be three letters, such as EUR",
    ])
      await browser.find(`//*[@role='alert'][.='${words}']`);
    expect(await browser.valueOf("Name of the shop")).toBe("Under the Pass");
    await browser.pick("The book begins with", "nothing");
    await browser.type("Currency", "NOK");
    await browser.type("Time zone", "Europe/Oslo");
    await browser.type("Your passphrase", "seven wet roads");
    await browser.press("Set up the shop");
    await browser.find("//h1[.='Floor']");
    await browser.sees("Åse Lind");
  });

  test("says on every empty screen what to do", async () => {
    await browser.sees("No job is open.");
    await browser.go("/jobs/closed");
    await browser.sees("No job was closed yet.");
  });

  test("grows a book from its first job: symptom, suspect, check, repair, cause", async () => {
    await browser.go("/jobs/new");
    for (const [label, value] of [
      ["Make", "Velmar"],
      ["Model", "Cobbler"],
      ["Model year", "2018"],
      ["In the customer's words", "Hums above sixty."],
    ] as const)
      await browser.type(label, value);
    await browser.word("Symptom", "hum", "Hum that follows road speed");
    await browser.press("Open the job", "//form");
    await browser.sees("The book knows no cause yet.");
    await browser.find("//section[@aria-label='Do next']//h2[.='Take down what the vehicle shows']");
    await browser.press("Name another suspect");
    await browser.word("Component", "rear wh", "Rear wheel bearing");
    await browser.pick("How it failed", "Worn out");
    await browser.press("Add the suspect");
    await browser.find("//section[@aria-label='Suspects']//summary[contains(., 'Rear wheel bearing: worn out')]");
    await browser.press("Test");
    await browser.press("Record a check without a procedure");
    await browser.type("What you checked", "Turned each wheel by hand");
    await browser.type("What you saw or read", "rough at the rear left");
    await browser.press("Rear wheel bearing: worn out", "//*[@role='dialog']");
    await browser.press("Speaks strongly for it");
    await browser.type("Minutes spent", "15");
    await browser.press("Save the check");
    await browser.find("//ol//li[contains(., 'rough at the rear left')]");
    const odds = await browser.find("//section[@aria-label='Suspects']//summary[contains(., 'wheel bearing')]");
    expect(Number(/(\d+) %/.exec(await odds.getText())?.[1])).toBeGreaterThan(85);
    expect(await browser.complaints()).toEqual([expect.stringContaining("422")]);
  });

  test("cannot be set up a second time", async () => {
    await browser.go("/set-up");
    await browser.find("//h1[.='Floor']");
    await browser.clearCookies();
    await browser.go("/set-up");
    await browser.find("//h1[.='Sign in']");
  });
});
