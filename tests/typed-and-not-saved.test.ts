import { beforeAll, describe, expect, test } from "vitest";
import { givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openFromMore, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE);
const browserOf = givenBrowser(application);
let browser: Browser;

beforeAll(async () => {
  browser = browserOf();
  await signIn(browser, "Ilka Venn");
});

const DIALOG = "//*[@role='dialog']";
/** A dialog, how it is opened, and what is typed in it. */
const FORMS = [
  { words: "Scan", more: false, field: "Minutes spent", text: "17" },
  { words: "Repair", more: false, field: "Part number", text: "HX-4471" },
  { words: "Cause", more: false, field: "Note", text: "soot from short trips" },
  { words: "Proof", more: false, field: "Note", text: "up the pass road, 12 km" },
  { words: "Earlier work", more: true, field: "Note", text: "invoice of March" },
  { words: "Confirm the complaint", more: true, field: "Note", text: "on the long hill" },
  { words: "A check without a procedure", more: true, field: "What you checked", text: "the vacuum line by ear" },
  { words: "Name a suspect", more: true, field: "Why", text: "it rattled" },
  { words: "Watch for it", more: true, field: "What to watch for or record", text: "the lamp" },
  { words: "Hand over", more: true, field: "Note", text: "turbine side is hot" },
  { words: "Bypass", more: true, field: "What is bridged, and where", text: "relay 4" },
] as const;

describe("what is typed in a form", () => {
  const open = ({ words, more }: (typeof FORMS)[number]) =>
    more ? openFromMore(browser, words) : browser.press(words, "//main");
  const shut = () => browser.gone(DIALOG);

  test.each(FORMS)(
    "$words survives Escape, a reload, Back and a lost connection, and is gone when it is cancelled",
    async (form) => {
      await openJobOf(browser, "HF 4149");
      await open(form);
      await browser.type(form.field, form.text);
      await browser.keys("\uE00C");
      await shut();
      await open(form);
      await browser.find(`${DIALOG}//*[contains(., 'Typed before, and not saved yet')]`);
      expect(await browser.valueOf(form.field)).toBe(form.text);
      // The dialog has an address: a reload opens it again.
      await browser.goTo(await browser.driver.getCurrentUrl());
      await browser.find(`${DIALOG}//*[contains(., 'Typed before, and not saved yet')]`);
      expect(await browser.valueOf(form.field)).toBe(form.text);
      await browser.press("Close", DIALOG);
      await shut();
      await open(form);
      await browser.driver.navigate().back();
      await shut();
      await browser.find("//section[@aria-label='Do next']");
      await browser.offline(true);
      await open(form);
      expect(await browser.valueOf(form.field)).toBe(form.text);
      await browser.offline(false);
      await browser.press("Cancel", DIALOG);
      await shut();
      await open(form);
      expect(await browser.valueOf(form.field)).not.toBe(form.text);
      await browser.press("Close", DIALOG);
      await shut();
    },
  );

  test("is gone once it is saved", async () => {
    const note = "handed on with a hot turbine";
    await openFromMore(browser, "Hand over");
    await browser.type("Note", note);
    await browser.press("Tomas Orrel, technician", DIALOG);
    await browser.press("Hand over", DIALOG);
    await shut();
    await browser.find(`//ol//li[contains(., '${note}')]`);
    await openFromMore(browser, "Hand over");
    expect(await browser.valueOf("Note")).toBe("");
    await browser.press("Cancel", DIALOG);
  });
});
