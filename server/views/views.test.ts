import { addDays, subDays } from "date-fns";
import { beforeAll, describe, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { advise } from "@/core/plan";
import type { CaseFile } from "@/core/case";
import type { JobId } from "@/core/ids";
import { caseOf } from "@/core/job";
import { findJob } from "@/server/db/jobs";
import { pool } from "@/server/db/pool";
import { readFacts } from "@/server/db/facts";
import { findSite, type Site } from "@/server/db/sites";
import { loadBook, loadLabels } from "@/server/book/load";
import { givenDatabase } from "@/tests/support/database";
import { NOW, OpenJob, openWorkshop, part, send, VEHICLE } from "@/tests/support/workshop";
import { jobAdviceAnswer } from "./advice-answer";
import { deadEnds, likeJobs } from "./been-here";
import { loadClosedJobs } from "./closed-jobs";
import { loadFloor } from "./floor";
import { loadJobSheet } from "./job-sheet";
import { loadTrail } from "./whole-trail";

givenDatabase();
let lead: Actor;
let technician: Actor;
let site: Site;

beforeAll(async () => {
  ({ lead, technician, site } = await openWorkshop());
});

let plates = 0;
const open = (more: Record<string, unknown> = {}, vehicle: Record<string, unknown> = {}) =>
  OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: `T ${++plates}`, ...vehicle }, ...more });
const LOW_POWER = { symptoms: [{ key: "low-power", conditions: ["uphill"] }] };

const LEAK = {
  procedure: "leak-test",
  outcome: "high",
  minutes: 12,
  readings: [{ label: "", reading: { value: 0.4, unit: "bar" } }],
};

/** A job worked to its end: a sensor in vain, then the hose, proved on the road. */
async function worked(more: Record<string, unknown> = {}, vehicle: Record<string, unknown> = {}): Promise<OpenJob> {
  const job = await open({ ...LOW_POWER, ...more }, vehicle);
  await job.record("record-part", part("boost-sensor", "reads-wrong", "no-change"));
  await job.record("record-test", LEAK);
  await job.record("record-part", part("boost-hose", "split", "fixed"));
  await job.record("record-finding", { result: "root-cause", causes: [{ component: "boost-hose", failure: "split" }] });
  await job.record("record-proof", { step: "road-test", result: "held", minutes: 20, conditions: ["uphill"] });
  await job.record("close-job", { reason: "the hose was not pressed again" });
  return job;
}

describe("the floor", () => {
  test("says of every open job what it needs now, and what leads", async () => {
    const fresh = await open();
    const fitted = await open(LOW_POWER);
    await fitted.record("record-part", part("boost-hose", "split", null));
    const unproved = await open(LOW_POWER);
    await unproved.record("record-part", part("boost-hose", "split", "fixed"));
    await unproved.record("record-finding", {
      result: "root-cause",
      causes: [{ component: "boost-hose", failure: "split" }],
    });
    const { jobs } = await loadFloor(site, NOW);
    const rowOf = (job: OpenJob) => jobs.find(({ id }) => id === job.id);
    expect(rowOf(fresh)).toMatchObject({ need: "test", heldByName: "Technician", minutes: 0 });
    expect(rowOf(fitted)).toMatchObject({ need: "part-result", next: "Try it: Charge-air hose is in", minutes: 30 });
    expect(rowOf(unproved)).toMatchObject({ need: "proof", next: "Road test as complained of" });
    expect(rowOf(unproved)?.leading?.name).toBe("Charge-air hose: split");
    for (const job of [fresh, fitted, unproved]) {
      await job.record("record-finding", { result: "unresolved", causes: [], why: "nothing seen" });
      if (job !== fitted) await job.record("close-job", {});
    }
  });

  test("asks after a repair once it was driven for a while, not for ever, and not once it came back", async () => {
    const job = await worked();
    const dueAt = async (days: number) =>
      (await loadFloor(site, addDays(NOW, days))).followUps.some(({ id }) => id === job.id);
    expect([await dueAt(2), await dueAt(8), await dueAt(44), await dueAt(60)]).toEqual([false, true, true, false]);
    await job.record("record-proof", { step: "follow-up", result: "came-back" });
    expect(await dueAt(8)).toBe(false);
    expect((await loadFloor(site, NOW)).comebacks.map(({ id }) => id)).toContain(job.id);
    await job.record("reopen-job", { reason: "came back" }, lead);
    expect((await loadFloor(site, NOW)).comebacks.map(({ id }) => id)).not.toContain(job.id);
  });
});

describe("the list of closed jobs", () => {
  test("is searched as the book is asked: by plate, model, engine, number, symptom, code and the customer's words", async () => {
    const job = await worked({ complaint: "Every one of the climbs, it\\s _always_" }, { plate: "ZZ 99" });
    const { number } = (await loadJobSheet(site, job.id))?.job ?? {};
    const found = async (search: string) =>
      (await loadClosedJobs(site, { search, result: null, oldestFirst: false, page: 0 }, NOW)).jobs.some(
        ({ id }) => id === job.id,
      );
    for (const search of ["ZZ 99", "zz", "packet", "d21k", "climbs", "climb", "packet climbs", String(number)])
      expect(await found(search), search).toBe(true);
    for (const search of ["YY 99", "zebra", "'; drop table job; --"]) expect(await found(search), search).toBe(false);
  });

  test("comes page by page, the latest first, each job once", async () => {
    const before = (await loadClosedJobs(site, { search: "Paged", result: null, oldestFirst: false, page: 0 }, NOW))
      .jobs.length;
    expect(before).toBe(0);
    for (let at = 0; at < 52; at++) {
      const job = await OpenJob.open(lead, { vehicle: { ...VEHICLE, plate: `P ${at}` }, complaint: `Paged ${at}` });
      await send(lead, "record-finding", {
        jobId: job.id,
        version: job.version,
        result: "unresolved",
        causes: [],
        why: "nothing seen",
      });
      const closed = { jobId: job.id, version: job.version + 1 };
      await send(lead, "close-job", closed, { at: addDays(NOW, at) });
    }
    const first = await loadClosedJobs(site, { search: "Paged", result: null, oldestFirst: false, page: 0 }, NOW);
    const second = await loadClosedJobs(site, { search: "Paged", result: null, oldestFirst: false, page: 1 }, NOW);
    expect([first.jobs.length, first.hasMore, second.jobs.length, second.hasMore]).toEqual([30, true, 22, false]);
    expect(first.jobs[0]?.complaint).toBe("Paged 51");
    expect(new Set([...first.jobs, ...second.jobs].map(({ id }) => id)).size).toBe(52);
    expect(first.jobs[0]?.outcome).toBe("Not solved");
    const asked = { search: "Paged", result: "unresolved", oldestFirst: true, page: 0 } as const;
    expect((await loadClosedJobs(site, asked, NOW)).jobs[0]?.complaint).toBe("Paged 0");
    expect((await loadClosedJobs(site, { ...asked, result: "came-back" }, NOW)).jobs).toEqual([]);
  });
});

async function likeTo(file: CaseFile, self: JobId | null) {
  const site = await findSite(pool(), lead.siteId);
  const labels = await loadLabels(pool());
  return likeJobs(pool(), file, {
    labels,
    advice: advise(await loadBook(pool(), site, file), file),
    self,
    siteId: site.id,
  });
}

describe("who has been here before", () => {
  test("is told by shared features, with the cause, what settled it and why it counts as alike", async () => {
    const before = await worked({}, { make: "Velmar", model: "Cobbler", engine: "P12Q" });
    const job = await open(LOW_POWER, { make: "Velmar", model: "Cobbler", engine: "P12Q" });
    const file = caseOf(await readFacts(pool(), job.id));
    const [first] = await likeTo(file, job.id);
    expect(first).toMatchObject({
      id: before.id,
      causes: "Charge-air hose: split",
      settledBy: "Leak test",
      minutes: 92,
    });
    expect(first?.because).toEqual(expect.arrayContaining(["same engine", "same model", "uphill", "low power"]));
    const nothing = await open({}, { make: "Other", model: "Thing", engine: null });
    expect(await likeTo(caseOf(await readFacts(pool(), nothing.id)), null)).toEqual([]);
  });

  test("and what was tried in vain, in the narrowest group of vehicles that has anything to say", async () => {
    const ends = async (vehicle: Record<string, unknown>) => {
      const job = await open(LOW_POWER, vehicle);
      return deadEnds(pool(), caseOf(await readFacts(pool(), job.id)), await loadLabels(pool()), site);
    };
    const [own] = await ends({ make: "Velmar", model: "Cobbler", engine: "P12Q" });
    expect(own).toMatchObject({
      name: "Boost pressure sensor",
      where: "on Velmar Cobbler",
      tried: 1,
      helped: 0,
      minutesLost: 30,
      costLost: { amount: 80, currency: "EUR" },
    });
    expect((await ends({ make: "Velmar", model: "Tinker", engine: "P12Q" }))[0]?.where).toBe("on engine P12Q");
    expect((await ends({ make: "Velmar", model: "Tinker", engine: "X" }))[0]?.where).toBe("on Velmar");
    const [wide] = await ends({ make: "Nobody", model: "Nothing", engine: null });
    expect(wide?.where).toBe("on all vehicles");
    expect(wide?.tried).toBeGreaterThan(own?.tried ?? 0);
  });
});

test("a job sheet holds the road of its proved cause running through, and those in vain closed with their reason", async () => {
  const job = await worked();
  const sheet = await loadJobSheet(site, job.id);
  const roads = sheet?.map.roads.map(({ name, state, closedText }) => [name, state, closedText]);
  expect(roads?.[0]).toEqual(["Charge-air hose: split", "through", null]);
  expect(roads).toContainEqual(["Boost pressure sensor: reads wrong", "closed", "closed: repaired in vain"]);
  expect(sheet).toMatchObject({ minutes: 92, deadEndMinutes: 30, rung: 4, cameBack: false });
  expect(sheet?.proof.sameTest).toMatchObject({ title: "Leak test", passes: null });
  expect(sheet?.trail.map(({ mark }) => mark).filter(Boolean)).toEqual(["in vain", "fails", "holds", "holds"]);
  expect(sheet?.trail.every(({ kind, takenBackBy }) => kind === "proof" || takenBackBy === null)).toBe(true);
  expect(await loadJobSheet({ ...site, id: "00000000-0000-4000-8000-000000000000" as Site["id"] }, job.id)).toBeNull();
  expect(subDays(NOW, 1).getTime()).toBeLessThan(sheet?.job.openedAt.getTime() ?? 0);
});

test("telling more of a case never finds less", async () => {
  const vehicle = { make: "Velmar", model: "Cobbler", engine: "P12Q" };
  const before = await worked({}, vehicle);
  const job = await open(LOW_POWER, vehicle);
  const file = caseOf(await readFacts(pool(), job.id));
  const more = ["hot", "cold", "wet", "motorway", "town", "turning-left", "after-rain", "loaded"];
  const told = file.symptoms.map((symptom) => ({ ...symptom, conditions: [...symptom.conditions, ...more] }));
  const found = async (symptoms: CaseFile["symptoms"]) =>
    (await likeTo({ ...file, symptoms }, job.id)).map(({ id }) => id);
  const few = await found(file.symptoms);
  expect(few).toContain(before.id);
  expect(await found(told)).toEqual(expect.arrayContaining(few));
});

test("the odds of a job are the same on its sheet, on the map, on the floor and in the API, also once the book has changed", async () => {
  const job = await open(LOW_POWER);
  const site = await findSite(pool(), lead.siteId);
  const everywhere = async () => {
    const sheet = await loadJobSheet(site, job.id);
    const floor = (await loadFloor(site, NOW)).jobs.find(({ id }) => id === job.id);
    const row = await findJob(pool(), site.id, job.id);
    if (!sheet || !floor || !row) throw new Error("the job is nowhere");
    const api = (await jobAdviceAnswer(pool(), site, row)) as {
      version: number;
      suspects: { component: string; failure: string; probability: number }[];
      roads: { component: string; failure: string; probability: number; state: string }[];
      unknown: number;
    };
    const [lead0] = api.suspects;
    const key = `${lead0?.component}/${lead0?.failure}`;
    const road = sheet.map.roads.find((each) => each.key === key);
    const shown = sheet.advice.suspects.find((each) => each.key === key);
    expect(api.version).toBe(sheet.job.version);
    expect(shown?.p).toBeCloseTo(lead0?.probability ?? 0, 9);
    expect(road?.p).toBeCloseTo(lead0?.probability ?? 0, 2);
    expect(floor.leading?.p).toBeCloseTo(lead0?.probability ?? 0, 9);
    expect(sheet.advice.unknown).toBeCloseTo(api.unknown, 9);
    expect(api.roads.map(({ probability }) => probability)).toContain(lead0?.probability);
    return sheet;
  };
  expect((await everywhere()).map.bookChanged).toBe(false);
  // Jobs that are closed elsewhere change the book: what was recorded with the entries stays, and the map ends in today's odds.
  for (let at = 0; at < 4; at++) await worked();
  const after = await everywhere();
  expect(after.map.bookChanged).toBe(true);
  expect(after.map.crossings.at(-1)?.label).toBe("now");
});

test("of a long trail a sheet brings the latest entries and a map of those that moved a road; all of them can be asked for", async () => {
  const job = await open(LOW_POWER);
  for (let at = 0; at < 130; at++) await job.record("record-note", { text: `seen ${at}` });
  await job.record("record-test", LEAK);
  const sheet = await loadJobSheet(site, job.id);
  expect([sheet?.trail.length, sheet?.earlierEntries]).toEqual([100, 33]);
  expect(sheet?.trail.at(-1)?.seq).toBe(133);
  const whole = await loadTrail(job.id);
  expect(whole.map(({ seq }) => seq)).toEqual(Array.from({ length: 133 }, (_, at) => at + 1));
  expect(whole.slice(-100)).toEqual(sheet?.trail);
  // A note moves nothing: the road goes by it.
  expect(sheet?.map.crossings.map(({ seq }) => seq)).toEqual([1, 2, 133]);
});
