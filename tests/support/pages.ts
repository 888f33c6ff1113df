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

/** Records that the step of the proof that Do next asks for holds, and waits for what comes after it. */
export async function prove(browser: Browser, title: string): Promise<void> {
  await browser.find(`//section[@aria-label='Do next']//h2[contains(., '${title}')]`);
  await browser.press("Record the proof");
  await browser.press("Holds", "//*[@role='dialog']");
  await browser.press("Save the proof");
  await browser.find(`//section[@aria-label='Do next']//h2[not(contains(., '${title}'))]`);
}

/** Opens one of the forms of a job sheet that stand behind More. */
export async function openFromMore(browser: Browser, words: string): Promise<void> {
  await browser.press("More");
  await browser.press(words, "//*[@role='menu']");
}
