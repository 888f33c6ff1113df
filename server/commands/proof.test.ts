import { addDays } from "date-fns";
import { beforeAll, describe, expect, test } from "vitest";
import { needOf, rungOfJob } from "@/core/job";
import type { Actor } from "@/server/auth/session";
import { readFacts } from "@/server/db/facts";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadFloor } from "@/server/views/floor";
import { loadJobSheet } from "@/server/views/job-sheet";
import { givenDatabase } from "@/tests/support/database";
import { done, hire, NOW, OpenJob, openWorkshop, part, refusalOf, send, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;
let colleague: Actor;
let site: Site;

beforeAll(async () => {
  ({ lead, technician, site } = await openWorkshop());
  colleague = await hire(lead, "Colleague", "technician");
});

let plates = 0;
const open = (more: Record<string, unknown> = {}, plate = `P ${++plates}`) =>
  OpenJob.open(technician, { vehicle: { ...VEHICLE, plate }, ...more });
const HOSE = { component: "boost-hose", failure: "split" };
const FOUND = { result: "root-cause", causes: [HOSE] };
const bar = (value: number) => [{ label: "", reading: { value, unit: "bar" } }];
const leakTest = (outcome: string, value: number) => ({
  procedure: "leak-test",
  outcome,
  minutes: 6,
  readings: bar(value),
});
const rung = async ({ id }: OpenJob) => rungOfJob(await readFacts(pool(), id));

/** Where a command is refused, and with what words. */
async function refused(
  job: OpenJob,
  name: string,
  input: Record<string, unknown>,
  actor = technician,
): Promise<string> {
  const refusal = await refusalOf(job.try(name, input, actor));
  return refusal.code === "invalid"
    ? refusal.problems.map(({ path, message }) => `${path}: ${message}`).join("; ")
    : refusal.code;
}

describe("the same test", () => {
  test("is nobody's word: a run after the repair proves it, and taken back it proves nothing", async () => {
    const job = await open();
    await job.record("record-test", leakTest("high", 0.4));
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    await job.record("record-finding", FOUND);
    expect(await refused(job, "record-proof", { step: "same-test", result: "held" })).toContain("run it again");
    expect(await rung(job)).toBe(0);
    const failing = await job.record("record-test", leakTest("high", 0.3));
    expect((await loadJobSheet(site, job.id))?.proof.sameTest).toMatchObject({ passes: false });
    await job.record("withdraw-entry", { corrects: failing, reason: "clamp was loose" });
    const passing = await job.record("record-test", leakTest("in-spec", 0.01));
    expect(await rung(job)).toBe(2);
    const { proof } = (await loadJobSheet(site, job.id)) ?? {};
    expect([proof?.sameTest?.before, proof?.sameTest?.after]).toEqual([
      expect.stringContaining("0.4 bar"),
      expect.stringContaining("0.01 bar"),
    ]);
    await job.record("withdraw-entry", { corrects: passing, reason: "another vehicle's" });
    expect(await rung(job)).toBe(0);
  });

  test("that fails again outweighs the drive before it, not the one after", async () => {
    const job = await open();
    await job.record("record-test", leakTest("high", 0.4));
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    await job.record("record-finding", FOUND);
    await job.record("record-proof", { step: "road-test", result: "held" });
    expect(await rung(job)).toBe(4);
    await job.record("record-test", leakTest("high", 0.3));
    expect(await rung(job)).toBe(0);
    await job.record("record-proof", { step: "road-test", result: "held" });
    expect(await rung(job)).toBe(4);
  });
});

describe("codes stay clear", () => {
  test("by a clearing after the repair and a later read; back at once it is refused", async () => {
    const code = { code: "P0299", module: "engine", status: "stored" };
    const job = await open({ codes: [code], modulesRead: ["engine"] });
    if (!(await readFacts(pool(), job.id)).codes.length)
      await job.record("record-scan", { codes: [code], modulesRead: ["engine"] });
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    await job.record("record-finding", FOUND);
    expect(await refused(job, "record-proof", { step: "codes-stay-clear", result: "held" })).toContain(
      "reading the modules",
    );
    await job.record("record-clear", { returns: [{ code: "P0299", module: "engine", returned: "at-once" }] });
    await job.record("record-scan", { codes: [], modulesRead: ["engine"] });
    expect(await rung(job)).toBe(0);
    await job.record("record-clear", { returns: [] });
    await job.record("record-scan", { codes: [], modulesRead: ["brakes"] });
    expect(await rung(job)).toBe(0);
    await job.record("record-scan", { codes: [], modulesRead: ["engine"] });
    expect(await rung(job)).toBe(3);
    await job.record("record-scan", { codes: [code], modulesRead: ["engine"] });
    expect(await rung(job)).toBe(0);
  });
});

describe("a drive", () => {
  test("says of each condition of the complaint whether it was met", async () => {
    const job = await open({ symptoms: [{ key: "low-power", conditions: ["uphill", "hot"] }] });
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    await job.record("record-finding", FOUND);
    const drive = (more: object) => ({ step: "road-test", result: "held", ...more });
    expect(await refused(job, "record-proof", drive({ conditions: ["uphill"] }))).toContain("conditions");
    expect(await refused(job, "record-proof", drive({ notHad: ["uphill", "hot"] }))).toContain("proves nothing");
    expect(await refused(job, "record-proof", drive({ conditions: ["on-mars", "uphill"], notHad: ["hot"] }))).toContain(
      "conditions[0]",
    );
    await job.record("record-proof", drive({ conditions: ["uphill"], notHad: ["hot"], km: 14, levels: "topped-up" }));
    expect(await rung(job)).toBe(4);
    expect((await loadJobSheet(site, job.id))?.trail.at(-1)?.text).toMatch(/could not be had.*14 km.*topped up/);
  });

  test("asks nothing of a complaint that is put off", async () => {
    const symptoms = [
      { key: "low-power", conditions: ["uphill"] },
      { key: "smoke-black", conditions: ["motorway"] },
    ];
    const job = await open({ symptoms });
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    expect(await refused(job, "record-proof", { step: "road-test", result: "held", conditions: ["uphill"] })).toContain(
      "motorway",
    );
    const left = [{ kind: "symptom", key: "smoke-black", state: "deferred" }];
    await job.record("record-finding", { ...FOUND, left });
    await job.record("record-proof", { step: "road-test", result: "held", conditions: ["uphill"] });
  });

  test("of a fault that came now and then is proof once it would have shown itself", async () => {
    const job = await open();
    await job.record("confirm-complaint", { result: "sometimes", times: 2, tries: 4 });
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    await job.record("record-finding", FOUND);
    const needed = (await loadJobSheet(site, job.id))?.proof.tries?.triesNeeded ?? 0;
    expect(needed).toBeGreaterThan(2);
    await job.record("record-proof", { step: "road-test", result: "held", cleanTries: 2 });
    expect(await rung(job)).toBe(0);
    await job.record("record-proof", { step: "road-test", result: "held", cleanTries: needed - 2 });
    expect(await rung(job)).toBe(4);
  });
});

describe("a finding", () => {
  test("of a part that hardly fails by itself says what made it fail, or that this was not found", async () => {
    await done(send(lead, "ask-reason", { kind: "component", key: "boost-hose", asks: true }));
    const job = await open();
    expect(await refused(job, "record-finding", FOUND)).toContain("causes[0].reason");
    const reason = { state: "not-found", text: "every clip looked at" };
    await job.record("record-finding", { ...FOUND, causes: [{ ...HOSE, reason }] });
    expect((await readFacts(pool(), job.id)).finding?.causes).toMatchObject([{ ...HOSE, reason }]);
    expect((await loadJobSheet(site, job.id))?.trail.at(-1)?.text).toContain(
      "looked for and not found: every clip looked at",
    );
    await done(send(lead, "ask-reason", { kind: "component", key: "boost-hose", asks: false }));
  });

  test("asks the same of a part that this vehicle had before", async () => {
    const first = await open({}, "AGAIN 1");
    await first.record("record-part", part("boost-hose", "split", "fixed"));
    const second = await open({}, "AGAIN 1");
    expect(await refused(second, "record-finding", FOUND)).toContain("hardly fails by itself");
  });

  test("leaves open what it does not explain, and then only a lead closes over it", async () => {
    const job = await open({ symptoms: [{ key: "low-power" }, { key: "smoke-black" }] });
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    const left = (state: string) => [{ kind: "symptom", key: "smoke-black", state }];
    expect(
      await refused(job, "record-finding", { ...FOUND, left: [{ kind: "code", key: "P0299", state: "open" }] }),
    ).toContain("left[0].key");
    await job.record("record-finding", { ...FOUND, left: left("open") });
    await job.record("record-proof", { step: "road-test", result: "held" });
    expect(await refused(job, "close-job", { reason: "done" })).toContain("left: ");
    await job.record("record-finding", { ...FOUND, left: left("deferred") });
    await job.record("close-job", { reason: "the smoke is looked at in spring" });
    const { text } = (await loadJobSheet(site, job.id))?.trail.at(-2) ?? {};
    expect(text).toContain("put off");
  });

  test("that nothing was found says what is known; no fault beside a code that stands says why", async () => {
    const job = await open();
    expect(await refused(job, "record-finding", { result: "unresolved" })).toContain("what is missing");
    await job.record("record-scan", { codes: [{ code: "P0299", module: "engine" }], modulesRead: ["engine"] });
    expect(await refused(job, "record-finding", { result: "no-fault-found" })).toContain("P0299 stands");
    await job.record("record-finding", { result: "no-fault-found", why: "set by the empty tank" });
  });
});

test("safety work wants a second person, who is not the one who did it", async () => {
  await done(send(lead, "add-word", { kind: "component", label: "Brake hose", system: "brakes" }));
  const job = await open();
  await job.record("record-part", part("brake-hose", "split", "fixed"));
  await job.record("record-finding", { result: "root-cause", causes: [{ component: "brake-hose", failure: "split" }] });
  await job.record("record-proof", { step: "road-test", result: "held" });
  expect(await refused(job, "close-job", {})).toContain("secondLook: Brake hose");
  expect(await refused(job, "record-second-look", { what: "dry and routed" })).toContain("yourself");
  await job.record("record-second-look", { what: "dry and routed" }, colleague);
  const { version } = job;
  // Taken back it is as if nobody had looked.
  await job.record("withdraw-entry", { corrects: version, reason: "the other side" }, colleague);
  expect(await refused(job, "close-job", {})).toContain("secondLook");
  const signed = [{ for: "second-look", reason: "looked at it myself, could not sign twice" }];
  expect(await refused(job, "close-job", { signed })).toContain("a lead signs");
  await job.record("close-job", { signed }, lead);
});

test("what only got it home ends as not solved, never as proved, and is no new part when the vehicle is back", async () => {
  const job = await open();
  const taped = await job.record("record-part", { ...part("boost-hose", "split", null), getHome: true });
  await job.record("record-part-result", { partSeq: taped, result: "fixed" });
  const { trail, advice } = (await loadJobSheet(site, job.id)) ?? {};
  expect(trail?.at(-1)?.text).toBe("Charge-air hose: the fault is gone while it holds");
  expect(advice?.next).toContainEqual(expect.objectContaining({ kind: "repair", component: "boost-hose" }));
  await job.record("record-finding", FOUND);
  expect(await refused(job, "close-job", { signed: [{ for: "proof", reason: "it runs" }] }, lead)).toContain(
    "only brought home",
  );
  const unsolved = { result: "unresolved", why: "hose taped, the new one comes on Friday", takes: "the lead" };
  await job.record("record-finding", unsolved);
  expect((await loadJobSheet(site, job.id))?.trail.at(-1)?.text).toContain("the lead takes it");
  await job.record("close-job", {});
  expect(await rung(job)).toBe(0);
  const input = { jobId: job.id, why: "same-complaint", complaint: "The tape let go." };
  const back = await done<{ jobId: OpenJob["id"] }>(send(technician, "open-comeback", input));
  expect((await readFacts(pool(), back.jobId)).priorWork).toMatchObject([
    { component: "boost-hose", work: "bypassed", who: "us" },
  ]);
});

test("a job that waits says for what on the floor, and goes on with everything in place", async () => {
  const job = await open();
  await job.record("record-test", leakTest("high", 0.4));
  expect(await refused(job, "record-waiting", { for: "part", what: "" })).toContain("what: ");
  expect(await refused(job, "record-waiting", { for: null })).toContain("it waits for nothing");
  await job.record("record-waiting", { for: "part", what: "hose by VIN, from the maker", due: "2026-03-20" });
  const row = async () => (await loadFloor(site, NOW)).jobs.find(({ id }) => id === job.id);
  expect(await row()).toMatchObject({
    need: "waiting",
    next: expect.stringContaining("hose by VIN, from the maker, due 20 Mar 2026"),
  });
  await job.record("record-waiting", { for: null });
  expect(await row()).toMatchObject({ need: "test" });
  expect(needOf(await readFacts(pool(), job.id)).kind).toBe("test");
});

test("what the customer says afterwards is noted by whoever asks, the desk as well, and only of a closed job", async () => {
  const desk = await hire(lead, "Des Kerrin", "desk");
  const job = await open();
  await job.record("record-part", part("boost-hose", "split", "fixed"));
  await job.record("record-finding", FOUND);
  await job.record("record-proof", { step: "road-test", result: "held" });
  expect(await refused(job, "answer-follow-up", { result: "held" }, desk)).toBe("conflict");
  await job.record("close-job", {});
  await job.record("answer-follow-up", { result: "held", note: "pulls as it should" }, desk);
  expect(await rung(job)).toBe(5);
  await job.record("answer-follow-up", { result: "came-back" }, desk);
  expect(await rung(job)).toBe(0);
});

test("the day on which it is asked after is booked at closing, and can be moved", async () => {
  const job = await open();
  await job.record("record-part", part("boost-hose", "split", "fixed"));
  await job.record("record-finding", FOUND);
  await job.record("record-proof", { step: "road-test", result: "held" });
  expect(await refused(job, "book-follow-up", { day: "2026-04-01" })).toContain("still open");
  await job.record("close-job", { askOn: "2026-03-05" });
  const due = async (days: number) =>
    (await loadFloor(site, addDays(NOW, days))).followUps.some(({ id }) => id === job.id);
  expect([await due(2), await due(3), await due(45), await due(90)]).toEqual([false, true, true, false]);
  expect(await refused(job, "book-follow-up", { day: "2026-02-01" })).toContain("past");
  await job.record("book-follow-up", { day: "2026-03-12", note: "nobody answered" });
  expect([await due(3), await due(10)]).toEqual([false, true]);
  await job.record("record-proof", { step: "follow-up", result: "held" });
  expect(await due(30)).toBe(false);
  expect(await rung(job)).toBe(5);
});
