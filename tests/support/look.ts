import { readFileSync } from "node:fs";
import { createRequire } from "node:module";
import { expect } from "vitest";
import type { Browser } from "./browser";

const WIDE = { width: 1280, height: 800 };
const NARROW = { width: 390, height: 844 };
/** Small enough for a gloved finger to miss is a defect: 44 px, less the rounding of a fraction of a pixel. */
const LEAST_TARGET_PX = 43.5;

/** Its own copy without comments and blanks: half a megabyte goes to the browser for each page that is looked at. */
const AXE = readFileSync(createRequire(import.meta.url).resolve("axe-core/axe.min.js"), "utf8");

/** What axe finds (WCAG 2.2 A and AA, and best practice), as "rule: element". */
async function findings(browser: Browser): Promise<string[]> {
  if (await browser.driver.executeScript<boolean>("return !window.axe")) await browser.driver.executeScript(AXE);
  const violations = await browser.driver.executeAsyncScript<{ id: string; nodes: { html: string }[] }[]>(
    `
    const done = arguments[arguments.length - 1];
    axe.run(document, { resultTypes: ["violations"] }).then(({ violations }) => done(violations));
  `,
  );
  return violations.flatMap(({ id, nodes }) => nodes.map(({ html }) => `${id}: ${html.slice(0, 160)}`));
}

/** Controls that a gloved finger would miss, and whatever stands out of the page sideways. */
async function misfits(browser: Browser): Promise<string[]> {
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

/** The screen as it stands is accessible, fits at both widths and works without complaint. */
export async function lookAt(browser: Browser, name: string): Promise<void> {
  for (const size of [WIDE, NARROW]) {
    await browser.resize(size);
    const where = `${name} at ${size.width} px`;
    expect(await findings(browser), where).toEqual([]);
    expect(await misfits(browser), where).toEqual([]);
  }
  await browser.resize(WIDE);
  expect(await browser.complaints(), name).toEqual([]);
}
