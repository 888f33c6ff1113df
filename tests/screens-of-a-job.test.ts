import { beforeAll, describe, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { lookAt } from "./support/look";
import { givenBrowser, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;
const look = (name: string) => lookAt(browser, name);

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Ilka Venn");
});

describe("every screen of a job is accessible, fits and works without complaint, at both widths", () => {
  test("job sheets: under way, waiting for proof, closed, not solved", async () => {
    await openJobOf(browser, "HF 4149");
    await look("job under way");
    await browser.click("//h1//a");
    await browser.find("//h2[.='Parts fitted here']");
    await look("vehicle");
    await browser.press("Correct the vehicle");
    await look("vehicle, corrected");
    await openJobOf(browser, "HF 4149");
    await browser.driver.executeScript("document.querySelectorAll('summary').forEach((summary) => summary.click())");
    await look("job with every reason open");
    await browser.press("Show dash-lamp.jpg");
    await look("a picture");
    await openJobOf(browser, "HF 4170");
    await browser.press(
      "It works as designed: Held at full lock for more than ten seconds, the steering lowers its assistance and lights the lamp until it has cooled.",
    );
    await look("a known case that is no fault");
    await openJobOf(browser, "HF 4156");
    await look("job waiting for proof");
    await openJobOf(browser, "HF 4107", "/jobs/closed?search=HF+4107");
    await look("closed job");
    await openJobOf(browser, "HF 4142", "/jobs/closed?search=HF+4142");
    await look("job not solved");
  });

  test("what only others see: desk and apprentice", async () => {
    for (const name of ["Maret Sundby", "Juno Asker"]) {
      await browser.clearCookies();
      await signIn(browser, name);
      await look(`floor of ${name}`);
      await openJobOf(browser, "HF 4149");
      await look(`job sheet of ${name}`);
      await browser.go("/team");
      await browser.find("//h2[.='Your account']");
      await look(`account of ${name}`);
    }
  });
});
