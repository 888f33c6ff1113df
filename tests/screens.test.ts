import { beforeAll, describe, test } from "vitest";
import { Application, givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { createDatabase, DEMO_TEMPLATE } from "./support/database";
import { lookAt } from "./support/look";
import { givenBrowser, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;
const look = (name: string) => lookAt(browser, name);

beforeAll(() => {
  browser = page();
});

describe("every screen of the shop is accessible, fits and works without complaint, at both widths", () => {
  test("sign-in, with what went wrong", async () => {
    await browser.go("/sign-in");
    await look("sign-in");
    await browser.type("Name", "Ilka Venn");
    await browser.type("Passphrase", "not this one at all");
    await browser.press("Sign in");
    await browser.sees("Name and passphrase do not belong together.");
    // The refusal itself is a failed load to the browser.
    await browser.complaints();
    await look("sign-in, refused");
  });

  test("set-up, on an empty database", async () => {
    const database = await createDatabase();
    const empty = await Application.start(database.url);
    try {
      await browser.goTo(`${empty.origin}/`);
      await browser.find("//h1[.='Set up your shop']");
      await look("set-up");
      await browser.press("Set up the shop");
      await browser.find("//*[@role='alert']");
      await browser.complaints();
      await look("set-up, refused");
    } finally {
      // A page that is left asks for nothing more of a server that is gone.
      await browser.go("/sign-in");
      await empty.stop();
      await database.drop();
    }
  });

  test("floor, closed jobs, team, the intake and a page that is not there", async () => {
    await signIn(browser, "Ilka Venn");
    await look("floor");
    for (const [path, heading] of [
      ["/jobs/closed", "Closed jobs"],
      ["/jobs/closed?search=nothing-like-it", "Closed jobs"],
      ["/team", "Team"],
      ["/makers", "Maker codes"],
      ["/codes?search=P0299", "Fault codes"],
      ["/book", "Book"],
      ["/book?q=low+power+uphill+P0299", "Book"],
      ["/known-failures", "Known failures"],
      ["/known-failures/ferryman-pulley", "Ferryman: alternator pulley clutch seizes"],
      ["/known-failures/minnow-mist", "Minnow: windscreen mists up on dry days"],
      ["/known-failures/new", "This model does that"],
      ["/shelf", "On the shelf"],
      ["/guide", "Guide"],
      ["/guide/the-job-sheet", "Reading a job sheet"],
      ["/numbers", "Numbers"],
      ["/numbers?from=2100-01-01", "Numbers"],
      ["/book/component/turbocharger", "Turbocharger"],
      ["/book/code/P0299", "P0299"],
      ["/book/model/Tarrow/Packet", "Tarrow Packet"],
      ["/repairs", "Repairs"],
      ["/repairs/turbocharger/sticking", "Turbocharger: sticks"],
      ["/calculators?calculator=vibration-order", "Calculators"],
      ["/calculators?calculator=recording", "Calculators"],
      ["/instruments", "Meters"],
      ["/procedures?search=glow", "Procedures"],
      ["/procedures/glow-plug-resistance", "Glow plug resistance, each plug"],
      ["/procedures/new", "A new procedure"],
      ["/procedures/thermostat-warm-up/edit", "Change the procedure"],
      ["/designed", "Works as designed"],
      ["/casebook", "Casebook"],
      ["/words?kind=condition", "Words"],
      ["/catalogue", "Models and engines"],
      ["/jobs/new", "Open a job"],
    ] as const) {
      await browser.go(path);
      await browser.find(`//h1[.='${heading}']`);
      await look(path);
    }
    await browser.type("VIN", "U9TPK21D0HH1O0307");
    await browser.find("//*[@aria-label='Likely readings']");
    await browser.press("Add a code");
    await browser.word("Symptom", "hum", "Hum that follows road speed");
    await look("intake, filled in");
    await browser.press("Something was done to it lately");
    await browser.press("Kestrin", "//*[@aria-label='Which make?']");
    await browser.press("Ferryman");
    await look("intake, asked for the market where it matters");
    for (const [path, words] of [
      ["/words", "Change Low power"],
      ["/catalogue", "Change Kestrin Ferryman"],
      ["/codes", "Add a group"],
    ] as const) {
      await browser.go(path);
      await browser.press(words);
      await look(`${path}: ${words}`);
    }
    await browser.go("/no-such-page");
    await browser.find("//h1[.='There is no such page']");
    await browser.complaints();
    await look("not found");
  });
});
