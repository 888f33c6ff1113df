import { existsSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { By, type WebDriver, type WebElement } from "selenium-webdriver";
import { Driver, Options, ServiceBuilder } from "selenium-webdriver/chrome.js";
import { typescriptFlags } from "@/scripts/lib/child.mjs";
import { CHROMIUM, HEADLESS_SHELL } from "@/scripts/lib/debian.mjs";

/** The flags with which Debian's Chromium neither calls home nor needs a screen. */
const FLAGS = [
  "--headless",
  "--no-sandbox",
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--disable-dev-shm-usage",
  "--hide-scrollbars",
  "--force-device-scale-factor=1",
  "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1, EXCLUDE localhost",
];

/** What comes within a second on a quiet machine may take long on one that is busy with others. */
const WAIT_MS = 45_000;
/** Pages change within tens of milliseconds: whoever looks less often waits for nothing. Each look takes time from the page, so that they become fewer. */
const LOOK_EVERY_MS = 30;
const LOOK_AT_LEAST_EVERY_MS = 200;
const LESS_OFTEN = 1.25;
/** What was just drawn anew, or lies under something that is on its way out, is tried again for a second. */
const MOST_TRIES = 30;

/** The first element that an XPath finds, where it can be seen (or need not), and the page has woken there (or need not); else null. */
const FIRST = `
  const [xpath, hidden, awake] = arguments;
  const found = document.evaluate(xpath, document, null, XPathResult.FIRST_ORDERED_NODE_TYPE, null).singleNodeValue;
  // What is done to a page before it has woken is never heard of.
  if (found && awake && !Object.keys(found).some((key) => key.startsWith("__react"))) return null;
  if (!found || hidden) return found;
  // A list that is shut shows none of its options.
  const shown = found.closest("select") ?? found;
  return shown.getClientRects().length && shown.checkVisibility({ visibilityProperty: true, opacityProperty: true }) ? found : null;
`;

/** A person at a browser: finds things by the words on them, as people do. */
export class Browser {
  private constructor(
    readonly driver: WebDriver,
    private readonly origin: string,
  ) {}

  /**
   * A page of its own in the browser that the files of this worker share, one after another: it has read and compiled the application's scripts
   * before. Nothing that another page left is there any more.
   */
  static async open(origin: string, size = { width: 1280, height: 800 }): Promise<Browser> {
    const driver = (kept.deadEndsBrowser ??= startChromium());
    const browser = new Browser(driver, origin);
    const others = await driver.getAllWindowHandles();
    await driver.switchTo().newWindow("tab");
    const own = await driver.getWindowHandle();
    for (const each of others) {
      await driver.switchTo().window(each);
      await driver.close();
    }
    await driver.switchTo().window(own);
    await browser.forgetAll();
    await browser.resize(size);
    return browser;
  }

  /** The viewport itself, not the window around it. */
  async resize({ width, height }: { width: number; height: number }): Promise<void> {
    await this.devTools("Emulation.setDeviceMetricsOverride", { width, height, deviceScaleFactor: 1, mobile: false });
  }

  /** Cookies, drafts and what the browser complained about. */
  private async forgetAll(): Promise<void> {
    await this.devTools("Network.clearBrowserCookies", {});
    await this.devTools("Storage.clearDataForOrigin", { origin: this.origin, storageTypes: "all" });
    await this.complaints();
  }

  /** Leaves the page; the browser ends with its worker. */
  async close(): Promise<void> {
    await this.driver.get("about:blank");
  }

  async go(path: string): Promise<void> {
    await this.driver.get(this.origin + path);
  }

  async goTo(address: string): Promise<void> {
    await this.driver.get(address);
  }

  async clearCookies(): Promise<void> {
    await this.driver.manage().deleteAllCookies();
  }

  /** The first element that this XPath finds, once it can be seen. */
  async find(xpath: string, { hidden = false, awake = false } = {}): Promise<WebElement> {
    const first = () => this.driver.executeScript<WebElement | null>(FIRST, xpath, hidden, awake);
    return this.until(first, `nothing to be seen at ${xpath}`);
  }

  /** Waits until nothing is found by this XPath any more. */
  async gone(xpath: string): Promise<void> {
    const left = async () => (await this.driver.findElements(By.xpath(xpath))).length === 0;
    await this.until(left, `still there: ${xpath}`);
  }

  /** Waits until the page says this somewhere. */
  async sees(text: string): Promise<void> {
    const says = async () => (await this.text()).includes(text);
    await this.until(says, `the page never said "${text}"`);
  }

  /** What is looked for, once it is there. @throws Error where it never is */
  private async until<Found>(look: () => Promise<Found | null | false>, otherwise: string): Promise<Found> {
    const end = Date.now() + WAIT_MS;
    for (
      let pauseMs = LOOK_EVERY_MS;
      Date.now() < end;
      pauseMs = Math.min(pauseMs * LESS_OFTEN, LOOK_AT_LEAST_EVERY_MS)
    ) {
      const found = await look();
      if (found) return found;
      await this.driver.sleep(pauseMs);
    }
    throw new Error(otherwise);
  }

  async text(): Promise<string> {
    return this.driver.executeScript<string>("return document.body.innerText");
  }

  /** The words of what this XPath finds, as they are seen. Looks again where the page was just drawn anew. */
  async read(xpath: string): Promise<string> {
    return this.retry(async () => (await this.find(xpath)).getText());
  }

  /** Presses a button, link or choice with exactly these words. Tries again where the page was just drawn anew. */
  async press(words: string, within = ""): Promise<void> {
    const said = quote(words);
    await this.click(
      `${within}//*[self::button or self::a or self::summary or @role='option' or @role='menuitem'][normalize-space(.)=${said} or @aria-label=${said}]`,
    );
  }

  /** Clicks what this XPath finds, in the middle of the screen, clear of the bars at its edges. */
  async click(xpath: string): Promise<void> {
    await this.retry(async () => {
      const element = await this.find(xpath, { awake: true });
      await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", element);
      await element.click();
    });
  }

  /** Moves the pointer over something, without a click. */
  async point(xpath: string): Promise<void> {
    const origin = await this.find(xpath);
    await this.driver.actions().move({ origin }).perform();
  }

  /** Types into the field with this label, in place of what it held. */
  async type(label: string, value: string): Promise<void> {
    await this.retry(async () => {
      const field = await this.field(label);
      await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' }); arguments[0].select()", field);
      await field.sendKeys(value);
    });
  }

  /** Gives a file of this machine to the file field with this label, however it is shown. */
  async file(label: string, path: string): Promise<void> {
    await this.retry(async () => {
      const said = quote(label);
      const field = await this.find(
        `//input[@type='file'][@aria-label=${said} or ancestor::label[contains(., ${said})]]`,
        { hidden: true, awake: true },
      );
      await field.sendKeys(path);
    });
  }

  /** What the field with this label holds. */
  async valueOf(label: string): Promise<string> {
    return (await this.field(label)).getProperty("value") as Promise<string>;
  }

  /** Cuts the browser off from every network, or lets it back. */
  async offline(offline: boolean): Promise<void> {
    await this.devTools("Network.enable", {});
    await this.devTools("Network.emulateNetworkConditions", {
      offline,
      latency: 0,
      downloadThroughput: -1,
      uploadThroughput: -1,
    });
  }

  /** Ends the page's stream of changes, as a proxy that drops it would, and lets no new one start. */
  async stopLiveChanges(): Promise<void> {
    await this.devTools("Network.enable", {});
    await this.devTools("Network.setBlockedURLs", { urls: ["*/live"] });
    const address = await this.driver.getCurrentUrl();
    await this.driver.get(address);
    await this.find("//section[@aria-label='Trail map']");
  }

  /** Looks at the page as it would be printed. */
  async printed<Found>(look: () => Promise<Found>): Promise<Found> {
    await this.devTools("Emulation.setEmulatedMedia", { media: "print" });
    try {
      return await look();
    } finally {
      await this.devTools("Emulation.setEmulatedMedia", { media: "" });
    }
  }

  private async devTools(command: string, args: object): Promise<void> {
    const driver = this.driver as WebDriver & { sendDevToolsCommand(command: string, args: object): Promise<void> };
    await driver.sendDevToolsCommand(command, args);
  }

  /** Picks an option of the list with this label. */
  async pick(label: string, option: string): Promise<void> {
    const field = await this.field(label);
    await (await field.findElement(By.xpath(`.//option[normalize-space(.)=${quote(option)}]`))).click();
  }

  /** Finds a word of the vocabulary by typing its beginning, and takes it. */
  async word(label: string, typed: string, words: string): Promise<void> {
    const input = await this.find(`//input[@aria-label=${quote(label)}]`, { awake: true });
    await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", input);
    await input.sendKeys(typed);
    await (await this.find(`//*[@role='option'][normalize-space(.)=${quote(words)}]`)).click();
  }

  /** Presses keys wherever the focus is, as a keyboard does. */
  async keys(text: string): Promise<void> {
    await this.driver.actions().sendKeys(text).perform();
  }

  /** Takes the focus off whatever has it. */
  async blur(): Promise<void> {
    await this.driver.executeScript("document.activeElement?.blur()");
  }

  /** The field with this label. */
  field(label: string): Promise<WebElement> {
    const said = quote(label);
    return this.find(
      `//*[@id=//label[normalize-space(.)=${said}]/@for] | //label[span[normalize-space(.)=${said}]]//*[self::input or self::select or self::textarea] | //*[self::input or self::select or self::textarea][@aria-label=${said}]`,
      { awake: true },
    );
  }

  private async retry<T>(work: () => Promise<T>): Promise<T> {
    for (let tries = 1; ; tries++) {
      try {
        return await work();
      } catch (error) {
        const name = error instanceof Error ? error.name : "";
        const redrawn = name === "StaleElementReferenceError" || name === "ElementClickInterceptedError";
        if (!redrawn || tries >= MOST_TRIES) throw error;
        await this.driver.sleep(LOOK_EVERY_MS);
      }
    }
  }

  async savePng(file: string): Promise<void> {
    writeFileSync(file, await this.driver.takeScreenshot(), "base64");
  }

  /** What the browser itself complained about: failed loads, refused styles and scripts, exceptions. */
  async complaints(): Promise<string[]> {
    const entries = await this.driver.manage().logs().get("browser");
    return entries.filter(({ level }) => level.name === "SEVERE").map(({ message }) => message);
  }
}

// Files of one worker run one after another, in one process.
const kept: typeof globalThis & { deadEndsBrowser?: WebDriver } = globalThis;

/** Chromium without a window: Debian's build that has none (which starts in a third of the time), or else the whole one. It ends with this process. */
function startChromium(): WebDriver {
  const profile = mkdtempSync(join(tmpdir(), "browser-"));
  const isShell = existsSync(HEADLESS_SHELL);
  const options = new Options();
  options.setBinaryPath(isShell ? HEADLESS_SHELL : CHROMIUM);
  options.addArguments(...FLAGS, `--user-data-dir=${profile}`);
  if (isShell) options.setBrowserName("chrome-headless-shell");
  const service = new ServiceBuilder(process.execPath)
    .addArguments(...typescriptFlags, "tests/support/chromedriver.ts")
    .setEnvironment({ ...process.env, BROWSER_PROFILE: profile });
  return Driver.createSession(options, service.build());
}

/** A text as XPath writes it, with whatever marks it holds. */
export function quote(text: string): string {
  return text.includes("'")
    ? `concat(${text
        .split("'")
        .map((part) => `'${part}'`)
        .join(`, "'", `)})`
    : `'${text}'`;
}
