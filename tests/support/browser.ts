import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { Builder, By, until, type WebDriver, type WebElement } from "selenium-webdriver";
import { Options, ServiceBuilder } from "selenium-webdriver/chrome.js";

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

const WAIT_MS = 15_000;

/** A person at a browser: finds things by the words on them, as people do. */
export class Browser {
  private constructor(
    readonly driver: WebDriver,
    private readonly profile: string,
    private readonly origin: string,
  ) {}

  static async open(origin: string, size = { width: 1280, height: 800 }): Promise<Browser> {
    const profile = mkdtempSync(join(tmpdir(), "browser-"));
    const options = new Options();
    options.setBinaryPath("/usr/bin/chromium");
    options.addArguments(...FLAGS, `--user-data-dir=${profile}`);
    const driver = await new Builder()
      .forBrowser("chrome")
      .setChromeOptions(options)
      .setChromeService(new ServiceBuilder("/usr/bin/chromedriver"))
      .build();
    const browser = new Browser(driver, profile, origin);
    await browser.resize(size);
    return browser;
  }

  /** The viewport itself, not the window around it. */
  async resize({ width, height }: { width: number; height: number }): Promise<void> {
    const driver = this.driver as WebDriver & { sendDevToolsCommand(command: string, args: object): Promise<void> };
    await driver.sendDevToolsCommand("Emulation.setDeviceMetricsOverride", {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });
  }

  async close(): Promise<void> {
    await this.driver.quit();
    rmSync(this.profile, { recursive: true, force: true, maxRetries: 5 });
  }

  async go(path: string): Promise<void> {
    await this.driver.get(this.origin + path);
  }

  /** The first element that this XPath finds, once it can be seen. */
  async find(xpath: string): Promise<WebElement> {
    const element = await this.driver.wait(until.elementLocated(By.xpath(xpath)), WAIT_MS, `nothing at ${xpath}`);
    return this.driver.wait(until.elementIsVisible(element), WAIT_MS, `hidden: ${xpath}`);
  }

  async has(xpath: string): Promise<boolean> {
    return (await this.driver.findElements(By.xpath(xpath))).length > 0;
  }

  /** Waits until the page says this somewhere. */
  async sees(text: string): Promise<void> {
    await this.driver.wait(async () => (await this.text()).includes(text), WAIT_MS, `the page never said "${text}"`);
  }

  async text(): Promise<string> {
    return this.driver.executeScript<string>("return document.body.innerText");
  }

  /** Presses a button, link or choice with exactly these words. Tries again where the page was just drawn anew. */
  async press(words: string, within = ""): Promise<void> {
    const said = quote(words);
    const xpath = `${within}//*[self::button or self::a or self::summary or @role='option'][normalize-space(.)=${said} or @aria-label=${said}]`;
    await this.retry(async () => {
      const element = await this.find(xpath);
      await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", element);
      await element.click();
    });
  }

  /** Types into the field with this label, in place of what it held. */
  async type(label: string, value: string): Promise<void> {
    await this.retry(async () => {
      const field = await this.field(label);
      await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' }); arguments[0].select()", field);
      await field.sendKeys(value);
    });
  }

  /** Picks an option of the list with this label. */
  async pick(label: string, option: string): Promise<void> {
    const field = await this.field(label);
    await (await field.findElement(By.xpath(`.//option[normalize-space(.)=${quote(option)}]`))).click();
  }

  /** Finds a word of the vocabulary by typing its beginning, and takes it. */
  async word(label: string, typed: string, words: string): Promise<void> {
    const input = await this.find(`//input[@aria-label=${quote(label)}]`);
    await this.driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", input);
    await input.sendKeys(typed);
    await (await this.find(`//*[@role='option'][normalize-space(.)=${quote(words)}]`)).click();
  }

  private field(label: string): Promise<WebElement> {
    const said = quote(label);
    return this.find(`//*[@id=//label[normalize-space(.)=${said}]/@for]`);
  }

  private async retry(work: () => Promise<void>): Promise<void> {
    for (let tries = 1; ; tries++) {
      try {
        return await work();
      } catch (error) {
        const name = error instanceof Error ? error.name : "";
        const redrawn = name === "StaleElementReferenceError" || name === "ElementClickInterceptedError";
        if (!redrawn || tries >= 5) throw error;
        await this.driver.sleep(200);
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

function quote(text: string): string {
  return text.includes("'")
    ? `concat(${text
        .split("'")
        .map((part) => `'${part}'`)
        .join(`, "'", `)})`
    : `'${text}'`;
}
