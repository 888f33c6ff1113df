import axe from "axe-core";
import { beforeAll, describe, expect, test } from "vitest";
import { Application, givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { createDatabase, DEMO_TEMPLATE } from "./support/database";
import { openFromMore, openJobOf, signIn, givenBrowser } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;

const WIDE = { width: 1280, height: 800 };
const NARROW = { width: 390, height: 844 };
/** Small enough for a gloved finger to miss is a defect: 44 px, less the rounding of a fraction of a pixel. */
const LEAST_TARGET_PX = 43.5;

beforeAll(() => {
  browser = page();
});

/** What axe finds (WCAG 2.2 A and AA, and best practice), as "rule: element". */
async function findings(): Promise<string[]> {
  await browser.driver.executeScript(axe.source);
  const violations = await browser.driver.executeAsyncScript<{ id: string; nodes: { html: string }[] }[]>(
    `
    const done = arguments[arguments.length - 1];
    axe.run(document, { resultTypes: ["violations"] }).then(({ violations }) => done(violations));
  `,
  );
  return violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
}

/** Controls that a gloved finger would miss, and whatever stands out of the page sideways. */
async function misfits(): Promise<string[]> {
  return browser.driver.executeScript<string[]>(`
    const shown = (element) => element.checkVisibility() && element.getBoundingClientRect().width > 1;
    const small = [...document.querySelectorAll("button, select, summary, input:not([type=checkbox]), textarea")]
      .filter(shown)
      .filter((element) => element.getBoundingClientRect().height < ${LEAST_TARGET_PX})
      .map((element) => "too low: " + element.outerHTML.slice(0, 120));
    const wide = document.documentElement.scrollWidth - window.innerWidth;
    return wide > 0 ? [...small, "wider than the screen by " + wide + " px"] : small;
  `);
}

async function look(name: string): Promise<void> {
  for (const size of [WIDE, NARROW]) {
    await browser.resize(size);
    const where = `${name} at ${size.width} px`;
    expect(await findings(), where).toEqual([]);
    expect(await misfits(), where).toEqual([]);
  }
  await browser.resize(WIDE);
  expect(await browser.complaints(), name).toEqual([]);
}

describe("every screen is accessible, fits and works without complaint, at both widths", () => {
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
