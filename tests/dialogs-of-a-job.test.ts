import { beforeAll, describe, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { lookAt } from "./support/look";
import { givenBrowser, openFromMore, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;
const look = (name: string) => lookAt(browser, name);

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Ilka Venn");
});

describe("every dialog of a job is accessible, fits and works without complaint, at both widths", () => {
  test("every dialog of the job sheet", async () => {
    const inSight = ["Scan", "Test", "Repair", "Cause", "Proof", "Name another suspect", "Start"];
    const behindMore = [
      "Symptoms",
      "Earlier work",
      "Confirm the complaint",
      "Clear the codes",
      "Bypass",
      "Watch for it",
      "Hand over",
      "What the line understands",
    ];
    await openJobOf(browser, "HF 4149");
    await browser.press("More");
    await browser.find("//*[@role='menu']");
    await look("what stands behind More");
    await browser.keys("\uE00C");
    for (const name of [...inSight, ...behindMore]) {
      if (behindMore.includes(name)) await openFromMore(browser, name);
      else await browser.press(name, "//main");
      await browser.find("//*[@role='dialog']//h2");
      await look(`dialog: ${name}`);
      await browser.press("Close", "//*[@role='dialog']");
      await browser.gone("//*[@role='dialog']");
    }
    for (const [title, ready] of [
      ["Warm-up from cold: engine outlet and radiator hose", "or open a CSV file"],
      ["Feed the blower directly", "Does it run?"],
      ["Swap the coil of the missing cylinder with its neighbour", "Where does the fault show now?"],
      ["Where the hum is loudest, wheels driven on the lift", "Which, 4"],
      ["Rest current before and after the tow-bar module is unplugged", "Both measured in the same way"],
    ] as const) {
      await browser.press("Test");
      await browser.type("Any test of the book", title.slice(0, 20));
      await browser.click(`//*[@role='dialog']//button[contains(., '${title}')]`);
      await browser.find(`//*[@role='dialog']//*[contains(text(), '${ready}')]`);
      if (title.startsWith("Where the hum")) await browser.press("Keypad");
      if (title.startsWith("Rest")) await browser.press("Calculate something");
      await look(`test: ${title}`);
      await browser.press("Close", "//*[@role='dialog']");
      await browser.gone("//*[@role='dialog']");
    }
    await browser.press("Test");
    await browser.press("Record a check without a procedure");
    await browser.find("//h2[.='Record a check']");
    await look("dialog: a check");
    await browser.press("Close", "//*[@role='dialog']");
    await browser.press("More on entry 3");
    await look("an entry with what can be done with it");
    await browser.press("Undo entry 3");
    await look("dialog: take back");
  });
});
