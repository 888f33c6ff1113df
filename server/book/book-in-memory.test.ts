import { beforeAll, expect, test } from "vitest";
import type { Book, CauseKey } from "@/core/book";
import { ALL_VEHICLES } from "@/core/vehicle";
import type { Actor } from "@/server/auth/session";
import { ensureCause } from "@/server/db/book";
import { bookAsOf, setHearing } from "@/server/db/book-news";
import { readBookVersion } from "@/server/db/book-version";
import { inTransaction, pool, type Db } from "@/server/db/pool";
import { execute } from "@/server/db/rows";
import { findSite } from "@/server/db/sites";
import { casebookOf } from "@/simulation/casebook";
import { openShop as openSimulatedShop } from "@/simulation/shop";
import { HILLS } from "@/simulation/world/rules";
import { sendCasebook } from "@/tests/support/casebooks";
import { givenDatabase } from "@/tests/support/database";
import { emptyCase } from "@/tests/support/shop";
import { NOW, OpenJob, openWorkshop, part, VEHICLE } from "@/tests/support/workshop";
import { loadBook, loadLabels } from "./load";

givenDatabase();
let lead: Actor;

beforeAll(async () => {
  ({ lead } = await openWorkshop());
});

const version = async () => (await readBookVersion(pool())).version;
const causesIn = async (db: Db) => {
  const { causes } = await loadBook(db, await findSite(pool(), lead.siteId), emptyCase);
  return causes.map(({ key }) => key);
};
const addCause = (db: Db, component: string, failure: string) =>
  ensureCause(db, { component, failure }, lead.personId, NOW);

test("what is kept of the book is read anew once somebody changes it, and not before", async () => {
  const before = await causesIn(pool());
  const first = await version();
  expect(before).not.toContain("boost-hose/sticking");
  // A cause that is there already adds nothing.
  await addCause(pool(), "boost-hose", "split");
  expect(await version()).toBe(first);
  await addCause(pool(), "boost-hose", "sticking");
  expect(await version()).not.toBe(first);
  expect(await causesIn(pool())).toEqual([...before, "boost-hose/sticking"].sort());
  await execute(pool(), "update symptom set label = 'Short of breath' where key = 'low-power'");
  expect((await loadLabels(pool())).symptom("low-power")).toBe("Short of breath");
});

test("a change that is rolled back is seen by its own transaction alone, and leaves nothing behind", async () => {
  const before = await causesIn(pool());
  const given = inTransaction(async (db) => {
    await addCause(db, "turbocharger", "split");
    expect(await causesIn(db)).toContain("turbocharger/split");
    expect(await causesIn(pool())).toEqual(before);
    throw new Error("given up");
  });
  await expect(given).rejects.toThrow("given up");
  expect(await causesIn(pool())).toEqual(before);
});

test("a job teaches as it closes, and asks for nothing to be read anew while it is open", async () => {
  const job = await OpenJob.open(lead);
  const open = await version();
  await job.record("record-symptoms", { symptoms: [{ key: "low-power", conditions: ["hot"] }] });
  await job.record("record-part", part("boost-hose", "split", "fixed"));
  expect(await version()).toBe(open);
  await job.record("record-finding", {
    result: "root-cause",
    causes: [{ component: "boost-hose", failure: "split" }],
  });
  await job.record("record-proof", { step: "road-test", result: "held", conditions: ["hot"] });
  await job.record("close-job", { reason: "enough" });
  expect(await version()).not.toBe(open);
  const { groups } = await loadBook(pool(), await findSite(pool(), lead.siteId), emptyCase);
  expect([...(groups.get(ALL_VEHICLES) ?? [])].map(([key, { jobs }]) => [key, jobs])).toEqual([
    ["boost-hose/split", 1],
  ]);
});

/** A job worked to its end: it came to this cause. */
async function closedWith(name: string, at: number): Promise<OpenJob> {
  const [component = "", failure = ""] = name.split("/");
  const job = await OpenJob.open(lead, {
    vehicle: { ...VEHICLE, plate: `S ${at}` },
    symptoms: [{ key: at % 2 ? "low-power" : "smoke-black", conditions: ["hot"] }],
    codes: [{ code: "P0299", module: "engine" }],
    modulesRead: ["engine", "brakes"],
  });
  await job.record("record-test", {
    procedure: "leak-test",
    outcome: "high",
    minutes: 5,
    readings: [{ label: "", reading: { value: 0.4, unit: "bar" } }],
  });
  await job.record("record-part", part(component, failure, "fixed"));
  await job.record("record-finding", { result: "root-cause", causes: [{ component, failure }] });
  const signed = ["proof", "unchecked", "left-over"].map((each) => ({ for: each, reason: "enough" }));
  await job.record("close-job", { reason: "enough", signed });
  return job;
}

/** After each change the book in memory has taken a step, and is what reading it anew comes to. */
async function expectSteps(changes: readonly (() => Promise<unknown> | undefined)[]): Promise<void> {
  const memory = globalThis as { deadEndsBook?: unknown };
  const site = await findSite(pool(), lead.siteId);
  const book = () => loadBook(pool(), site, emptyCase);
  for (const [nth, change] of changes.entries()) {
    const before = await book();
    await change();
    const after = await book();
    expect([nth, after.features]).not.toEqual([nth, before.features]);
    // Nothing but counters is another: the rest is the very same.
    expect(after.procedures).toBe(before.procedures);
    expect(after.symptomSystems).toBe(before.symptomSystems);
    delete memory.deadEndsBook;
    const anew = await book();
    expect(anew.procedures).not.toBe(before.procedures);
    expect([nth, after]).toEqual([nth, anew]);
  }
}

test("a closed job is a step of the book in memory, and all steps come to what reading it anew comes to", async () => {
  const site = await findSite(pool(), lead.siteId);
  const book = () => loadBook(pool(), site, emptyCase);
  const closed: OpenJob[] = [];
  const close = async (name: string, at: number) => void closed.push(await closedWith(name, at));
  const changes = [
    () => close("turbocharger/sticking", 1),
    () => close("boost-hose/split", 2),
    () => closed[0]?.record("reopen-job", { reason: "looked at again" }),
    () => close("boost-sensor/reads-wrong", 3),
    () => closed[0]?.record("close-job", { reason: "enough", signed: [{ for: "proof", reason: "enough" }] }),
    // Several at once: nobody looked in between.
    async () => {
      await close("turbocharger/sticking", 4);
      await closed[1]?.record("reopen-job", { reason: "once more" });
    },
  ];
  await expectSteps(changes);
  // A change that told no step: all of it is read anew.
  const before = await book();
  await execute(pool(), "update feature_count set jobs = jobs");
  expect((await book()).procedures).not.toBe(before.procedures);
});

test("where one job is closed after another, whoever asks is two seconds behind at most, and is told so", async () => {
  const site = await findSite(pool(), lead.siteId);
  const jobsIn = (book: Book) => book.features.get("code|P0299")?.get("boost-hose/split" as CauseKey)?.jobs ?? 0;
  const ask = () => loadBook(pool(), site, emptyCase);
  const before = jobsIn(await ask());
  // As a web server, which hears of every change.
  setHearing(true);
  try {
    await closedWith("boost-hose/split", 11);
    // It was quiet until now: what a job teaches is there at once.
    expect(jobsIn(await ask())).toBe(before + 1);
    await closedWith("boost-hose/split", 12);
    expect(jobsIn(await ask())).toBe(before + 1);
    const behind = Date.now() - bookAsOf().getTime();
    expect(behind).toBeGreaterThan(0);
    // Within a change all of it is there.
    await inTransaction(async (db) => expect(jobsIn(await loadBook(db, site, emptyCase))).toBe(before + 2));
    const begun = performance.now();
    while (jobsIn(await ask()) < before + 2) {
      expect(performance.now() - begun).toBeLessThan(5000);
      await new Promise((done) => setTimeout(done, 50));
    }
    expect(Date.now() - bookAsOf().getTime()).toBeLessThan(500);
  } finally {
    setHearing(false);
  }
});

test("beside another shop's casebook a closed job is a step as well", async () => {
  const other = openSimulatedShop(HILLS, 6, 60);
  const from = { name: "Mill Lane Garage", weightMilli: 330 };
  expect(await sendCasebook(lead, casebookOf(other.world, other.history), { from })).toMatchObject({ ok: true });
  const closed: OpenJob[] = [];
  await expectSteps([
    async () => void closed.push(await closedWith("turbocharger/sticking", 21)),
    () => closed[0]?.record("reopen-job", { reason: "looked at again" }),
  ]);
});
