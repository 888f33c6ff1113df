import { mkdtempSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { Client, givenApplication } from "./support/application";
import type { Browser } from "./support/browser";
import { DEMO_TEMPLATE } from "./support/database";
import { givenBrowser, openJobOf, signIn } from "./support/pages";

const application = givenApplication(DEMO_TEMPLATE, { longWork: true });
const page = givenBrowser(application);
const folder = mkdtempSync(join(tmpdir(), "casebooks-"));
afterAll(() => rmSync(folder, { recursive: true }));
let browser: Browser;
let lead: Client;

beforeAll(async () => {
  browser = page();
  lead = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
  await signIn(browser, "Ilka Venn");
});

interface Advice {
  readonly suspects: readonly { component: string; failure: string; probability: number; because: unknown[] }[];
  readonly unknown: number;
  readonly next: readonly { kind: string; procedure?: string; component?: string; expectedMinutesAfter: number }[];
}

const ask = (body: object) => lead.post("/api/v1/advice", body);
const CASE = {
  vehicle: { make: "Tarrow", model: "Packet", year: 2017, engine: "D21K", transmission: "M6-T" },
  odometerKm: 148_320,
  symptoms: [{ key: "low-power", conditions: ["uphill", "hot"] }],
  codes: [{ code: "P0299", module: "engine", status: "stored" }],
  modulesScanned: ["engine"],
};

test("advice answers as the contract says, and never offers again what was done", async () => {
  const first = (await (await ask(CASE)).json()) as Advice;
  const sum = first.suspects.reduce((total, { probability }) => total + probability, first.unknown);
  expect(sum).toBeCloseTo(1, 9);
  expect(first.suspects[0]?.because.length).toBeGreaterThan(1);
  const minutes = first.next.map(({ expectedMinutesAfter }) => expectedMinutesAfter);
  expect(minutes).toEqual([...minutes].sort((a, b) => a - b));
  const [top] = first.suspects;
  const procedure = first.next.find(({ kind }) => kind === "test")?.procedure;
  if (!top || !procedure) throw new Error("the demo advises nothing");
  const { component, failure } = top;
  const more = {
    tests: [{ procedure, outcome: "could-not-tell", minutes: 5 }],
    fixesTried: [{ component, failure }],
  };
  const second = (await (await ask({ ...CASE, ...more })).json()) as Advice;
  const offered = second.next as (Advice["next"][number] & { failure?: string })[];
  expect(offered.filter((each) => each.procedure === procedure)).toEqual([]);
  expect(offered.filter((each) => each.component === component && each.failure === failure)).toEqual([]);
  const left = second.suspects.find((own) => own.component === component && own.failure === failure);
  expect(left?.probability ?? 1).toBeLessThan(top.probability);
});

test("advice says what is wrong with a question, by its path", async () => {
  const problems = async (body: object) => {
    const response = await ask(body);
    const { problems: found } = (await response.json()) as { problems: { path: string }[] };
    return [response.status, found.map(({ path }) => path)];
  };
  expect(await problems({})).toEqual([422, ["vehicle"]]);
  const wrong = { ...CASE, codes: [{ code: "X9" }], symptoms: [{ key: "Low Power" }] };
  expect(await problems(wrong)).toEqual([422, ["symptoms[0].key", "codes[0].code"]]);
});

test("a casebook is saved and taken over on its page; one with mistakes is refused by its places", async () => {
  const out = (await (await lead.get("/api/v1/casebook")).json()) as { jobs: { symptoms: { key: string }[] }[] };
  expect(out.jobs.length).toBeGreaterThan(60);
  const good = join(folder, "shop.json");
  writeFileSync(good, JSON.stringify(out));
  await browser.go("/casebook");
  await browser.click("//button[starts-with(normalize-space(.), 'Our own')]");
  await browser.file("Take over a casebook", good);
  await browser.find(`//*[@role='status']//li[.='jobs: 0 new, 0 changed, ${out.jobs.length} as they were']`);
  const [job] = out.jobs.filter(({ symptoms }) => symptoms.length);
  if (!job?.symptoms[0]) throw new Error("the demo's jobs tell of nothing");
  job.symptoms[0].key = "no-such-word";
  const bad = join(folder, "bad.json");
  writeFileSync(bad, JSON.stringify(out));
  await browser.file("Take over a casebook", bad);
  await browser.find(
    "//*[@role='alert'][contains(., 'Nothing of it was taken over')]//li[contains(., 'no-such-word')]",
  );
  writeFileSync(bad, "no JSON at all");
  await browser.file("Take over a casebook", bad);
  await browser.find("//*[@role='alert'][contains(., 'not well-formed JSON')]");
});

/** The same jobs as another shop would have numbered them: our own are refused. */
function ofAnotherShop(book: {
  readonly jobs: readonly { readonly key: string; readonly comebackOf: string | null }[];
}) {
  const theirs = (key: string) => `mill-${key}`;
  const jobs = book.jobs.map((job) => ({
    ...job,
    key: theirs(job.key),
    comebackOf: job.comebackOf && theirs(job.comebackOf),
  }));
  return { ...book, jobs };
}

test("another shop’s casebook comes in under its name, speaks as much as a lead lets it, and goes out again", async () => {
  const file = join(folder, "mill-lane.json");
  writeFileSync(file, JSON.stringify(ofAnotherShop(await (await lead.get("/api/v1/casebook?anonymous=1")).json())));
  const suspects = async () => {
    await openJobOf(browser, "HF 4149");
    await browser.click("(//section[@aria-label='Suspects']//summary)[1]");
    return browser.read("//section[@aria-label='Suspects']");
  };
  const before = await suspects();
  await browser.go("/casebook");
  await browser.sees("Say first which shop it is from.");
  await browser.type("Name of the shop", "Mill Lane Garage");
  await browser.file("Take over a casebook", file);
  await browser.find("//*[@role='status'][contains(., 'jobs of Mill Lane Garage were taken in')]");
  await browser.find("//section[@aria-label='From other shops']//li[contains(., 'Mill Lane Garage')]");
  const beside = await suspects();
  expect(beside).not.toBe(before);
  expect(beside).toContain("of them at other shops");
  await browser.go("/casebook");
  await browser.pick("A job there counts", "nothing: set aside");
  await browser.sees("Set aside: nothing of it speaks.");
  expect(await suspects()).toBe(before);
  await browser.go("/casebook");
  await browser.press("Take it out");
  await browser.press("Take out Mill Lane Garage");
  await browser.find("//section[@aria-label='From other shops'][contains(., 'None.')]");
});

test("what if shows where the odds would go, before the test is done", async () => {
  await openJobOf(browser, "HF 4149");
  await browser.click("//section[@aria-label='Do next']//summary[contains(., 'What if?')]");
  await browser.find("//section[@aria-label='Do next']//li[contains(., 'likely')]//span[contains(., '→')]");
});
