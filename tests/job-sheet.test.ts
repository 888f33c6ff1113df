import { beforeAll, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const SIZES = [
  { width: 1280, height: 800 },
  { width: 390, height: 844 },
];
const browserOf = givenBrowser(application);
let browser: Browser;

beforeAll(async () => {
  browser = browserOf();
  await signIn(browser, "Ilka Venn");
});

interface Seen {
  readonly top: number;
  readonly bottom: number;
  readonly bar: number;
  readonly tooWide: number;
}

test("what to do next stands on the screen with its button, whatever the job holds, on a desk and on a phone", async () => {
  await browser.go("/");
  const jobs = await browser.driver.executeScript<string[]>(
    `return [...new Set([...document.querySelectorAll("a[href^='/jobs/']")].map((link) => link.getAttribute("href")))].filter((path) => path.length > 30)`,
  );
  let seen = 0;
  for (const path of jobs)
    for (const size of SIZES) {
      await browser.resize(size);
      await browser.go(path);
      await browser.find("//h2[.='Trail']");
      const found = await browser.driver.executeScript<Seen | null>(
        `const button = document.getElementById("do-next")?.getBoundingClientRect();
         const bar = document.getElementById("entry-line")?.closest(".fixed").getBoundingClientRect();
         return button && bar ? { top: button.top, bottom: button.bottom, bar: bar.top, tooWide: document.documentElement.scrollWidth - window.innerWidth } : null`,
      );
      if (!found) continue;
      seen++;
      const isWhole = found.top > 0 && found.bottom <= found.bar;
      expect([path, size.width, found, isWhole]).toEqual([path, size.width, found, true]);
      expect([path, size.width, found.tooWide]).toEqual([path, size.width, 0]);
    }
  // Open jobs of the demo, each at both sizes.
  expect(seen).toBeGreaterThanOrEqual(6);
  await browser.resize({ width: 1280, height: 800 });
});

test("a trail shows one kind of entry alone, and the newest first", async () => {
  await openJobOf(browser, "HF 4149");
  const texts = () =>
    browser.driver.executeScript<string[]>(
      `return [...document.querySelectorAll("section[aria-label='Trail'] > ol > li")].map((entry) => entry.id)`,
    );
  const all = await texts();
  await browser.press("tests", "//section[@aria-label='Trail']");
  const tests = await texts();
  expect(tests.length).toBeLessThan(all.length);
  expect(tests.length).toBeGreaterThan(0);
  await browser.press("newest last");
  expect(await texts()).toEqual([...tests].reverse());
  await browser.press("newest first");
  await browser.press("all", "//section[@aria-label='Trail']");
  expect(await texts()).toEqual(all);
});
