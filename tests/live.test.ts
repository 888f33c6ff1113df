import { beforeAll, describe, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { Client, givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { openJobOf, signIn, givenBrowser } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;
let colleague: Client;
let jobId: string;
let version = 0;

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Ilka Venn");
  await openJobOf(browser, "HF 4149");
  jobId = (await browser.driver.getCurrentUrl()).split("/").at(-1) ?? "";
  version = (await browser.driver.findElements({ css: "ol > li" })).length;
  colleague = await Client.signedIn(application.origin, "Tomas Orrel", PASSPHRASE);
});

async function colleagueNotes(text: string): Promise<void> {
  const response = await colleague.command("record-note", { jobId, version, text });
  expect(response.status).toBe(200);
  version++;
}

describe("two at one job", () => {
  test("a colleague's entry shows without a reload, and what is being typed stays", async () => {
    await browser.type("Entry line: codes, symptoms, odometer, minutes, or a note", "hose is dry at the");
    await colleagueNotes("turbine side has cooled down");
    await browser.find("//ol//li[contains(., 'turbine side has cooled down')]");
    expect(await browser.valueOf("Entry line: codes, symptoms, odometer, minutes, or a note")).toBe(
      "hose is dry at the",
    );
  });

  test("all pages of a browser share one stream, and each of them hears of a change", async () => {
    const { driver } = browser;
    const first = await driver.getWindowHandle();
    const more: string[] = [];
    for (let nth = 0; nth < 6; nth++) {
      await driver.switchTo().newWindow("tab");
      await browser.go(`/jobs/${jobId}`);
      await browser.find("//h2[.='Trail']");
      more.push(await driver.getWindowHandle());
    }
    const locks = () =>
      driver.executeAsyncScript<string>(
        `const done = arguments[arguments.length - 1];
         navigator.locks.query().then(({ held, pending }) => done(held.length + " held, " + pending.length + " wait"));`,
      );
    await driver.wait(async () => (await locks()) === "1 held, 6 wait", 5000, "one page holds the stream, six wait");
    await colleagueNotes("heard on every page");
    await browser.find("//ol//li[contains(., 'heard on every page')]");
    // The page that holds the stream goes; another one takes it over.
    await driver.switchTo().window(first);
    await driver.close();
    await driver.switchTo().window(more[0] ?? "");
    await browser.find("//ol//li[contains(., 'heard on every page')]");
    await colleagueNotes("heard by who is left");
    await browser.find("//ol//li[contains(., 'heard by who is left')]");
    for (const handle of more.slice(1)) {
      await driver.switchTo().window(handle);
      await driver.close();
    }
    await driver.switchTo().window(more[0] ?? "");
  });

  test("a dialog under way stays open over it, with what was filled in", async () => {
    await browser.press("Start");
    await browser.press("Full travel, no hesitation");
    await browser.type("Note", "rod off and on");
    await colleagueNotes("logger is on the bench");
    await browser.find("//ol//li[contains(., 'logger is on the bench')]", { hidden: true });
    expect(await browser.valueOf("Note")).toBe("rod off and on");
    await browser.press("Save the test");
    await browser.find("//ol//li[contains(., 'rod off and on')]");
    version++;
  });

  test("a stale form says what changed, saves nothing, and saves on the second press", async () => {
    await browser.stopLiveChanges();
    await browser.type("Entry line: codes, symptoms, odometer, minutes, or a note", "mine as well 5m");
    await colleagueNotes("theirs came first");
    await browser.press("Save", "//form");
    await browser.find(
      "//*[@role='alert'][contains(., 'A colleague changed this job meanwhile')]//li[contains(., 'theirs came first')]",
    );
    expect(await browser.valueOf("Entry line: codes, symptoms, odometer, minutes, or a note")).toBe("mine as well 5m");
    await browser.find("//ol//li[contains(., 'theirs came first')]");
    await browser.press("Save", "//form");
    await browser.find("//ol//li[contains(., 'mine as well')]");
  });

  test("a connection that is lost keeps the form and says so; the next press saves once", async () => {
    await browser.type("Entry line: codes, symptoms, odometer, minutes, or a note", "written in the cellar");
    await browser.offline(true);
    await browser.press("Save", "//form");
    await browser.find("//*[@role='alert'][contains(., 'No connection to the shop')]");
    expect(await browser.valueOf("Entry line: codes, symptoms, odometer, minutes, or a note")).toBe(
      "written in the cellar",
    );
    await browser.offline(false);
    await browser.press("Save", "//form");
    await browser.find("//ol//li[contains(., 'written in the cellar')]");
    await browser.go(`/jobs/${jobId}`);
    await browser.find("//ol//li[contains(., 'written in the cellar')]");
    expect(await browser.driver.findElements({ xpath: "//ol//li[contains(., 'written in the cellar')]" })).toHaveLength(
      1,
    );
  });

  test("taking an entry back strikes it, and the odds follow", async () => {
    const odds = async () => browser.read("//section[@aria-label='Suspects']");
    const before = await odds();
    const entry = "//ol//li[contains(., 'rod off and on')]";
    await browser.click(`${entry}//button[starts-with(@aria-label, 'More on')]`);
    await browser.click(`${entry}//button[starts-with(@aria-label, 'Undo')]`);
    await browser.type("Why", "was the other vehicle");
    await browser.press("Take it back");
    await browser.find(`${entry}//*[contains(@class, 'line-through')]`);
    await browser.find("//ol//li[contains(., 'Taken back: was the other vehicle')]");
    expect(await odds()).not.toBe(before);
  });
});
