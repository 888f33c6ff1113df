import { afterAll, beforeAll } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { Browser } from "./browser";

/** Gives the tests of a file one browser at the application's address. */
export function givenBrowser(application: { readonly origin: string }): () => Browser {
  let browser: Browser | null = null;
  beforeAll(async () => {
    browser = await Browser.open(application.origin);
  });
  afterAll(() => browser?.close());
  return () => {
    if (!browser) throw new Error("the browser is not open yet");
    return browser;
  };
}

export async function signIn(browser: Browser, name: string, passphrase: string = PASSPHRASE): Promise<void> {
  await browser.go("/sign-in");
  await browser.type("Name", name);
  await browser.type("Passphrase", passphrase);
  await browser.press("Sign in");
  await browser.find("//h1[.='Floor']");
}

/** The job's address in the list that is shown, by its plate. */
export async function openJobOf(browser: Browser, plate: string, list = "/"): Promise<void> {
  await browser.go(list);
  await browser.click(`//a[contains(@href,'/jobs/')][contains(., '${plate}')]`);
  await browser.find("//section[@aria-label='Trail map']");
}

const DO_NEXT = "//section[@aria-label='Do next']";
const DIALOG = "//*[@role='dialog']";
const asks = (browser: Browser, title: string) => browser.find(`${DO_NEXT}//h2[contains(., '${title}')]`);
const asksNoMore = (browser: Browser, title: string) => browser.find(`${DO_NEXT}//h2[not(contains(., '${title}'))]`);

/** Runs the test that spoke for the cause once more, as Do next asks. */
export async function runAgain(browser: Browser, measure: () => Promise<void>): Promise<void> {
  await asks(browser, "Repeat the same test");
  await browser.press("Run it again", DO_NEXT);
  await browser.find(DIALOG);
  await measure();
  await browser.press("Save the test", DIALOG);
  await asksNoMore(browser, "Repeat the same test");
}

/** Clears the codes and reads the modules that held them again: none is there. */
export async function clearAndRead(browser: Browser): Promise<void> {
  await asks(browser, "Clear the codes");
  await browser.press("Clear the codes", DO_NEXT);
  await browser.press("Save", DIALOG);
  await browser.press("Read again", DO_NEXT);
  await browser.press("Save the scan", DIALOG);
  await asksNoMore(browser, "Clear the codes");
}

/** Drives it as the customer told it: every condition was met. */
export async function drive(browser: Browser): Promise<void> {
  await asks(browser, "Drive it as complained of");
  await browser.press("Record the drive", DO_NEXT);
  await browser.press("Holds", DIALOG);
  const met = await browser.driver.findElements({ xpath: `${DIALOG}//button[normalize-space(.)='Met']` });
  for (const button of met) await button.click();
  await browser.press("Save the proof", DIALOG);
  await asksNoMore(browser, "Drive it as complained of");
}

/** Opens one of the forms of a job sheet that stand behind More. */
export async function openFromMore(browser: Browser, words: string): Promise<void> {
  await browser.press("More");
  await browser.press(words, "//*[@role='menu']");
}
