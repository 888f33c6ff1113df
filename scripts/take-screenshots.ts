/** Signs in to a running demo and saves one picture of each main view. */
import { mkdirSync, mkdtempSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { PASSPHRASE } from "@/demo/world";
import { Browser } from "@/tests/support/browser";
import { openJobOf, signIn } from "@/tests/support/pages";
import { program } from "./lib/program";

const FOLDER = "docs/screenshots";
const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

const WARM_UP = [
  "time (min);engine outlet (degC);hose (degC)",
  "0;15;15",
  "1;32;16",
  "2;48;17",
  "3;63;18",
  "4;76;19",
  "5;86;20",
  "6;88;35",
  "7;89;52",
  "8;90;66",
  "9;91;76",
  "10;91;82",
].join("\n");

type Shot = readonly [file: string, size: typeof DESK, go: (browser: Browser) => Promise<unknown>];

const SHOTS: readonly Shot[] = [
  ["floor", DESK, (browser) => browser.go("/")],
  ["job-sheet", DESK, (browser) => openJobOf(browser, "HF 4149")],
  ["job-sheet-phone", PHONE, (browser) => openJobOf(browser, "HF 4149")],
  [
    "test",
    DESK,
    async (browser) => {
      await openJobOf(browser, "HF 4149");
      await browser.press("Test");
      await browser.type("Any test of the book", "Charge-air");
      await browser.click("//*[@role='dialog']//button[contains(., 'Charge-air leak test')]");
      await browser.type("Reading", "0,12");
    },
  ],
  [
    "scan",
    DESK,
    async (browser) => {
      await openJobOf(browser, "HF 4149");
      await browser.press("Scan");
      await browser.press("Read Bay 1: Tarrow Packet");
      await browser.find("//button[@aria-label='airbag: not readable'][@aria-pressed='true']");
    },
  ],
  ["codes", DESK, (browser) => browser.go("/codes?search=P0299")],
  ["ask", DESK, (browser) => browser.go("/book?q=packet+low+powr+uphil+P0299")],
  [
    "repair",
    DESK,
    async (browser) => {
      await openJobOf(browser, "HF 4149");
      await browser.go(
        `${new URL(await browser.driver.getCurrentUrl()).pathname}?open=repair-options/turbocharger/sticking`,
      );
      await browser.find("//*[@role='dialog']//li[contains(., 'Rebuilt unit')]");
    },
  ],
  [
    "known-failure",
    DESK,
    async (browser) => {
      await browser.go("/known-failures/ferryman-pulley");
      await browser.type("This vehicle reads, km", "88000");
      await browser.find("//section[@aria-label='When do they fail']//*[name()='svg']");
      await browser.driver.executeScript("window.scrollTo(0, 620)");
    },
  ],
  [
    "numbers",
    DESK,
    async (browser) => {
      await browser.go("/numbers");
      await browser.find("//section[@aria-label='Minutes to the root cause']//*[name()='svg']");
    },
  ],
  [
    "calculators",
    DESK,
    async (browser) => {
      await browser.go("/calculators?calculator=recording");
      const file = join(mkdtempSync(join(tmpdir(), "recording-")), "warm-up.csv");
      writeFileSync(file, WARM_UP);
      await browser.file("or open a CSV file", file);
      await browser.find("//*[@role='img']//*[name()='svg']");
      await browser.driver.executeScript("window.scrollTo(0, 560)");
    },
  ],
  ["procedure", DESK, (browser) => browser.go("/procedures/crankshaft-sensor-resistance")],
  ["casebook", DESK, (browser) => browser.go("/casebook")],
  ["closed-job", DESK, (browser) => openJobOf(browser, "HF 4107", "/jobs/closed?search=HF+4107")],
  ["closed-jobs", DESK, (browser) => browser.go("/jobs/closed")],
  [
    "drive",
    DESK,
    async (browser) => {
      await openJobOf(browser, "HF 4156");
      await browser.go(`${new URL(await browser.driver.getCurrentUrl()).pathname}?open=proof/road-test`);
      await browser.press("Holds", "//*[@role='dialog']");
    },
  ],
  [
    "paper",
    DESK,
    async (browser) => {
      await openJobOf(browser, "HF 4107", "/jobs/closed?search=HF+4107");
      await browser.go(`${new URL(await browser.driver.getCurrentUrl()).pathname}/paper?kind=customer`);
    },
  ],
  [
    "open-a-job",
    DESK,
    async (browser) => {
      await browser.go("/jobs/new");
      await browser.type("Plate", "HF 41");
      await browser.find("//*[@aria-label='Known vehicles']");
    },
  ],
];

await program(async () => {
  const [origin] = process.argv.slice(2);
  if (!origin) throw new Error("Name the address of a running demo.");
  mkdirSync(FOLDER, { recursive: true });
  const browser = await Browser.open(origin, DESK);
  try {
    await browser.go("/sign-in");
    await browser.savePng(join(FOLDER, "sign-in.png"));
    await signIn(browser, "Ilka Venn", PASSPHRASE);
    for (const [file, size, go] of SHOTS) {
      await browser.resize(size);
      await go(browser);
      await browser.driver.sleep(400);
      await browser.savePng(join(FOLDER, `${file}.png`));
    }
  } finally {
    await browser.driver.quit();
  }
});
