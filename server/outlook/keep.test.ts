import { beforeAll, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { readBookVersion } from "@/server/db/book-version";
import { findJob } from "@/server/db/jobs";
import { forgetOutlook, readOutlook, type OutlookRow } from "@/server/db/outlooks";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadFloor } from "@/server/views/floor";
import { loadJobSheet } from "@/server/views/job-sheet";
import { givenDatabase } from "@/tests/support/database";
import { done, NOW, OpenJob, openWorkshop, part, send, VEHICLE } from "@/tests/support/workshop";
import { bringUpToDate, type SpokenOutlook } from "./keep";
import { followOnce } from "./keep-up";

givenDatabase();
let lead: Actor;
let technician: Actor;
let site: Site;

beforeAll(async () => {
  ({ lead, technician, site } = await openWorkshop());
});

let plates = 0;
const open = () =>
  OpenJob.open(technician, {
    vehicle: { ...VEHICLE, plate: `K ${++plates}` },
    symptoms: [{ key: "low-power", conditions: ["uphill"] }],
  });
const LEAKS = {
  procedure: "leak-test",
  outcome: "high",
  minutes: 12,
  readings: [{ label: "", reading: { value: 0.4, unit: "bar" } }],
};

async function keptOf(job: OpenJob): Promise<OutlookRow> {
  const row = await readOutlook(pool(), job.id);
  if (!row) throw new Error("nothing is kept of the job");
  return row;
}

/** As if nothing had been kept of it. */
async function anew(job: OpenJob): Promise<SpokenOutlook> {
  await forgetOutlook(pool(), job.id);
  const row = await findJob(pool(), site.id, job.id);
  if (!row) throw new Error("no such job");
  return bringUpToDate(pool(), site, row, NOW);
}

const told = ({ version, odds, floor, book, madeOf }: OutlookRow) => ({ version, odds, floor, book, madeOf });

test("what is kept with each change is what would be worked out now", async () => {
  const job = await open();
  expect(told(await keptOf(job))).toEqual(told(await anew(job)));
  for (const [name, input] of [
    ["record-note", { text: "smells of oil", minutes: 5 }],
    ["record-test", LEAKS],
    ["record-part", part("boost-hose", "split", null)],
    ["record-waiting", { for: "part", what: "clamp", due: null }],
  ] as const) {
    await job.record(name, input);
    const kept = await keptOf(job);
    expect([name, kept.version]).toEqual([name, job.version]);
    expect(told(kept)).toEqual(told(await anew(job)));
  }
  expect((await keptOf(job)).floor).toMatchObject({ minutes: 47, parts: 80 });
});

test("of a job that nobody has told anything of, the floor says to take it down and names no suspect", async () => {
  const job = await OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: `K ${++plates}` } });
  await job.record("record-note", { text: "Came on a truck.", minutes: 2 });
  expect((await keptOf(job)).floor).toMatchObject({ leading: null, next: "Take down symptoms and codes" });
  await job.record("record-symptoms", { symptoms: [{ key: "low-power", conditions: [] }] });
  const { leading, next } = (await keptOf(job)).floor;
  expect([leading?.p ?? 0, next]).not.toEqual([0, "Take down symptoms and codes"]);
});

test("a note asks nothing of the engine and leaves what a sheet says; a test does both", async () => {
  const job = await open();
  await anew(job);
  const before = await keptOf(job);
  expect(before.said?.advice.suspects.length).toBeGreaterThan(0);
  await job.record("record-note", { text: "nothing new", minutes: 5 });
  const noted = await keptOf(job);
  expect([noted.said, noted.odds, noted.workedOutAt]).toEqual([before.said, before.odds, before.workedOutAt]);
  await job.record("record-test", LEAKS);
  const tested = await keptOf(job);
  expect(tested.said).toBeNull();
  expect(tested.odds).not.toEqual(before.odds);
});

test("a job is no evidence for itself: its own closing and its opening again leave its odds as others taught them", async () => {
  const job = await open();
  await job.record("record-test", LEAKS);
  const fitted = await job.record("record-part", part("boost-hose", "split", null));
  await job.record("record-part-result", { partSeq: fitted, result: "fixed" });
  const why = "Seen at the part.";
  const reason = { state: "not-looked", text: "" };
  const causes = [{ component: "boost-hose", failure: "split", reason }];
  await job.record("record-finding", { result: "root-cause", causes, why });
  const { odds, book } = await keptOf(job);
  const signed = ["proof", "unchecked"].map((each) => ({ for: each, reason: "for the test" }));
  await job.record("close-job", { signed, reason: "for the test" }, lead);
  expect((await readBookVersion(pool())).version).not.toBe(book);
  expect((await keptOf(job)).odds).toEqual(odds);
  const taught = (await anew(job)).odds;
  expect(taught).not.toEqual(odds);
  await job.record("reopen-job", { reason: "to look again" }, lead);
  expect((await keptOf(job)).odds).toEqual(odds);
});

test("once the book is another, open jobs are brought up to date without anybody looking", async () => {
  const job = await open();
  while (await followOnce());
  const before = await keptOf(job);
  const renamed = { kind: "component", key: "boost-hose", label: "Hose between cooler and engine", system: "intake" };
  await done(send(lead, "change-word", renamed));
  expect((await readBookVersion(pool())).version).not.toBe(before.book);
  while (await followOnce());
  const after = await keptOf(job);
  expect(after.book).toBe((await readBookVersion(pool())).version);
  expect(JSON.stringify(before.said?.advice)).toContain("Charge-air hose");
  expect(JSON.stringify(after.said?.advice)).toContain("Hose between cooler and engine");
  expect(JSON.stringify(after.said?.advice)).not.toContain("Charge-air hose");
});

test("another vehicle, another outlook: on the sheet at once, and on the floor", async () => {
  const job = await open();
  const before = await anew(job);
  await pool().query("update vehicle set engine = 'G16' where plate = $1", [`K ${plates}`]);
  expect(await readOutlook(pool(), job.id)).toBeNull();
  const row = (await loadFloor(site, NOW)).jobs.find(({ id }) => id === job.id);
  expect(row?.vehicle.engine).toBe("G16");
  const after = await keptOf(job);
  expect(after.madeOf).not.toBe(before.madeOf);
  expect((await loadJobSheet(site, job.id))?.advice).toEqual((await anew(job)).said.advice);
});
