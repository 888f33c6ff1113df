import type { WebElement } from "selenium-webdriver";
import { quote, type Browser } from "./browser";

/** The least side of what a gloved thumb hits, in points (WCAG 2.2, 2.5.5). */
const LEAST = 44;

interface Reach {
  readonly width: number;
  readonly height: number;
  readonly left: number;
  readonly right: number;
  /** It is what lies on top there, not under a bar or a notice. */
  readonly free: boolean;
}

const MEASURE = `
  const box = arguments[0].getBoundingClientRect();
  const on = document.elementFromPoint(box.left + box.width / 2, box.top + box.height / 2);
  const free = on !== null && (arguments[0].contains(on) || on.contains(arguments[0]));
  return { width: box.width, height: box.height, left: box.left, right: box.right, free };
`;

/** One thumb on a phone: counts what it taps and types, and complains of all that it could not hit. */
export class Thumb {
  taps = 0;
  letters = 0;
  readonly missed: string[] = [];

  constructor(private readonly browser: Browser) {}

  /** Taps a button, link or choice with exactly these words. */
  async tap(words: string, within = ""): Promise<void> {
    const said = quote(words);
    await this.tapOn(
      `${within}//*[self::button or self::a or self::summary or @role='option' or @role='menuitem'][normalize-space(.)=${said} or @aria-label=${said}]`,
      words,
    );
  }

  async tapOn(xpath: string, called = xpath): Promise<void> {
    const element = await this.browser.find(xpath);
    await this.measure(element, called);
    await this.browser.click(xpath);
    this.taps += 1;
  }

  /** Taps into a field and types. */
  async type(label: string, value: string): Promise<void> {
    await this.measure(await this.browser.field(label), label);
    await this.browser.type(label, value);
    this.taps += 1;
    this.letters += value.length;
  }

  private async measure(element: WebElement, called: string): Promise<void> {
    const { driver } = this.browser;
    await driver.executeScript("arguments[0].scrollIntoView({ block: 'center' })", element);
    const reach = await driver.executeScript<Reach>(MEASURE, element);
    const wide = await driver.executeScript<number>("return window.innerWidth");
    const small = Math.min(reach.width, reach.height) < LEAST - 0.5;
    const off = reach.left < 0 || reach.right > wide + 0.5;
    const why = [small && `${reach.width} x ${reach.height}`, off && "off the edge", !reach.free && "covered"].filter(
      Boolean,
    );
    if (why.length) this.missed.push(`${called}: ${why.join(", ")}`);
  }
}
