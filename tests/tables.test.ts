import { beforeAll, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const page = givenBrowser(application);
let browser: Browser;

beforeAll(async () => {
  browser = page();
  await signIn(browser, "Ilka Venn");
});

/** What stands in a column of the table, from the top. */
const column = (at: number) =>
  browser.driver.executeScript<string[]>(
    `return [...document.querySelectorAll("tbody tr")].flatMap((row) => row.cells[${at}]?.innerText.split("\\n")[0] ?? [])`,
  );
const address = async () => new URL(await browser.driver.getCurrentUrl()).search;

test("a list is sorted by its columns and searched, the address says how, and a reload shows the same", async () => {
  await browser.go("/procedures");
  await browser.find("//table[@aria-label='Procedures']");
  const all = (await column(0)).length;
  await browser.press("Jobs", "//thead");
  const jobs = async () => (await column(3)).map(Number);
  const isSorted = (list: readonly number[]) => list.every((each, at) => at === 0 || each <= (list[at - 1] ?? 0));
  await browser.driver.wait(async () => isSorted(await jobs()), 15_000, "the rows were never sorted");
  expect((await jobs()).length).toBeGreaterThan(20);
  expect(await address()).toBe("?sort=-done");

  // "/" goes to the search; a code finds what is done for it, though no title names it.
  await browser.keys("/");
  await browser.keys("P0299");
  await browser.find(`//*[@role='status'][contains(., ' of ')]`);
  const found = await column(0);
  expect(found.length).toBeGreaterThan(1);
  expect(found.length).toBeLessThan(all);
  expect(found.join()).not.toContain("P0299");
  expect(await address()).toBe("?sort=-done&search=P0299");
  await browser.driver.navigate().refresh();
  await browser.find("//th[@aria-sort='descending']");
  expect(await column(0)).toEqual(found);

  // The arrow goes from the search into the rows, and Enter opens one.
  await browser.press("Jobs", "//thead");
  await browser.click("//input[@type='search']");
  await browser.keys("\uE015");
  await browser.keys("\uE007");
  await browser.find(`//h1[.="${found.at(-1)}" or .="${found[0]}"]`);
  expect(await browser.complaints()).toEqual([]);
});

test("closed jobs are found by the server as somebody types, by how they ended, and from either end", async () => {
  await browser.go("/jobs/closed");
  await browser.find("//table[@aria-label='Closed jobs']");
  await browser.pick("How it ended", "Not solved");
  await browser.gone("//tbody//*[.='driven']");
  expect((await column(2)).length).toBeGreaterThan(0);
  expect(await address()).toBe("?result=unresolved");
  await browser.go("/jobs/closed?sort=closed");
  await browser.find("//th[@aria-sort='ascending']");
  const [first] = await column(0);
  expect(Number(first)).toBeLessThan(10);
  await browser.type("Search closed jobs", "no such complaint");
  await browser.sees("No closed job has “no such complaint”");
});

test("the floor shows mine alone, and says so where there is none", async () => {
  await browser.go("/?whose=nobodys");
  await browser.find("//h1[.='Floor']");
  const nobodys = (await browser.text()).match(/nobody has it/g) ?? [];
  expect(nobodys.length).toBeGreaterThan(0);
  await browser.go("/?whose=mine");
  await browser.find("//h1[.='Floor']");
  await browser.gone("//td[contains(., 'nobody has it')]");
});
