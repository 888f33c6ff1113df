import { beforeAll, describe, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { needOf, obstaclesOf } from "@/core/job";
import { readFacts } from "@/server/db/facts";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { loadJobSheet } from "@/server/views/job-sheet";
import { loadRepair } from "@/server/views/repair";
import { givenDatabase } from "@/tests/support/database";
import { done, OpenJob, openWorkshop, part, refusalOf, send, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;
let site: Site;

beforeAll(async () => {
  ({ lead, technician, site } = await openWorkshop());
});

let plates = 0;
const open = (more: Record<string, unknown> = {}) =>
  OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: `R ${++plates}` }, ...more });
const euro = (amount: number) => ({ amount, currency: "EUR" });
const kinds = async (job: OpenJob) => obstaclesOf(await readFacts(pool(), job.id)).map(({ kind }) => kind);
const CLAMP = { kind: "renew", what: "Hose clamps, once only" };
const SCREW = { kind: "tighten", what: "Clamp screws", value: "5 N.m", source: null };

describe("what the book holds of a repair", () => {
  const sheet = {
    component: "boost-hose",
    failure: "split",
    takes: { minutes: 45, access: null, partsCost: euro(38) },
    options: [{ kind: "used", title: "Used hose", price: euro(12), minutes: 50, availability: "days", days: 3 }],
    companions: [CLAMP, SCREW],
    mixing: [{ revision: "A", runsWith: ["A"] }],
  };

  test("is written down, refused by its place, and a lead's stays a lead's", async () => {
    await done(send(technician, "write-repair", { ...sheet, takes: null }));
    await done(send(lead, "write-repair", sheet));
    expect((await refusalOf(send(technician, "write-repair", sheet))).code).toBe("conflict");
    const bad = { ...sheet, options: [{ ...sheet.options[0], price: { amount: 12, currency: "USD" } }] };
    expect(await refusalOf(send(lead, "write-repair", bad))).toMatchObject({
      problems: [{ path: "options[0].price.currency" }],
    });
    const stranger = { ...sheet, component: "no-such-part" };
    expect(await refusalOf(send(lead, "write-repair", stranger))).toMatchObject({ problems: [{ path: "component" }] });
    const known = await loadRepair(pool(), "boost-hose", "split");
    expect(known.takes).toMatchObject({ minutes: 45, partsCost: euro(38) });
    expect(known.sheet?.companions.map(({ what }) => what)).toEqual([CLAMP.what, SCREW.what]);
    await done(send(lead, "write-repair", { ...sheet, takes: null }));
    expect((await loadRepair(pool(), "boost-hose", "split")).takes).toBeNull();
    await done(send(lead, "write-repair", sheet));
  });

  test("goes with the repair until it is checked off, with where each value is from", async () => {
    const job = await open();
    const work = { checkOffs: [CLAMP, SCREW], revision: "A" };
    const partSeq = await job.record("record-part", { ...part("boost-hose", "split", "fixed"), work });
    expect(needOf(await readFacts(pool(), job.id))).toMatchObject({
      kind: "companions",
      what: [CLAMP.what, SCREW.what],
    });
    expect(await kinds(job)).toContain("companions");
    const check = (...checks: object[]) => ({ partSeq, checks });
    const unknown = await refusalOf(job.try("check-off", check({ what: "engine oil" })));
    expect(unknown).toMatchObject({ problems: [{ path: "checks[0].what" }] });
    await job.record("check-off", check({ what: CLAMP.what }, { what: SCREW.what }));
    expect(await kinds(job)).not.toContain("companions");
    expect(await kinds(job)).toContain("unchecked");
    const told = await job.record("check-off", check({ what: SCREW.what, source: "maker’s sheet 4" }));
    expect(await kinds(job)).not.toContain("unchecked");
    await job.record("withdraw-entry", { corrects: told, reason: "another sheet" });
    expect(await kinds(job)).toContain("unchecked");
  });

  test("is open on a job by itself where nobody says how it was done, and not where it only got home", async () => {
    const job = await open();
    await job.record("record-part", { ...part("boost-hose", "split", null), getHome: true });
    expect(await kinds(job)).not.toContain("companions");
    await job.record("record-part", part("boost-hose", "split", "fixed"));
    expect(needOf(await readFacts(pool(), job.id))).toMatchObject({
      kind: "part-result",
    });
    expect(obstaclesOf(await readFacts(pool(), job.id))).toContainEqual({
      kind: "companions",
      what: [CLAMP.what, SCREW.what],
    });
  });

  test("learns what goes with a part from jobs, and what its repair takes", async () => {
    const known = await loadRepair(pool(), "boost-hose", "split");
    expect(known.earlier).toMatchObject([{ what: CLAMP.what, jobs: 1 }, { what: SCREW.what }]);
    for (const minutes of [150, 180, 210]) {
      const job = await open({ symptoms: [{ key: "low-power", conditions: [] }] });
      await job.record("record-part", { ...part("turbocharger", "sticking", "fixed"), minutes, cost: euro(600) });
      await job.record("record-finding", {
        result: "root-cause",
        causes: [{ component: "turbocharger", failure: "sticking", reason: { state: "not-looked", text: "" } }],
      });
      await job.record("close-job", { reason: "enough", signed: [{ for: "proof", reason: "enough" }] }, lead);
    }
    const turbo = await loadRepair(pool(), "turbocharger", "sticking");
    expect(turbo.learnt).toEqual({ jobs: 3, minutes: 180, cost: 600 });
    expect(turbo.records).toEqual([{ source: "new-maker", fitted: 3, cameBack: 0 }]);
  });
});

test("what the system has to be waited for comes before a drive that proves, and is done with it", async () => {
  const job = await open();
  const wait = { kind: "wait", what: "Quantity learning, eight minutes" };
  await job.record("record-part", { ...part("boost-hose", "split", "fixed"), work: { checkOffs: [wait] } });
  expect(needOf(await readFacts(pool(), job.id)).kind).toBe("decision");
  const drive = { step: "road-test", result: "held" };
  expect(await refusalOf(job.try("record-proof", drive))).toMatchObject({ problems: [{ path: "waited" }] });
  const stray = await refusalOf(job.try("record-proof", { ...drive, waited: ["a nap"] }));
  expect(stray).toMatchObject({ problems: [{ path: "waited[0]" }] });
  await job.record("record-proof", { step: "road-test", result: "came-back" });
  expect(await kinds(job)).toContain("companions");
  const seq = await job.record("record-proof", { ...drive, waited: [wait.what] });
  expect(await kinds(job)).not.toContain("companions");
  await job.record("withdraw-entry", { corrects: seq, reason: "the wrong vehicle" });
  expect(await kinds(job)).toContain("companions");
});

test("revisions that may not mix stand in the way of closing until they are mended, or a lead signs", async () => {
  const job = await open();
  const fit = (place: string, revision: string) =>
    job.record("record-part", { ...part("boost-hose", "split", "fixed"), place, work: { revision } });
  await fit("left", "A");
  await fit("right", "B");
  expect(await kinds(job)).toContain("mixed");
  const refusal = await refusalOf(job.try("close-job", {}, technician));
  expect(refusal).toMatchObject({ code: "invalid" });
  await fit("right", "A");
  expect(await kinds(job)).not.toContain("mixed");
});

test("one of two complaints cured leaves the other open, also where a part's result is told later", async () => {
  const two = ["low-power", "smoke-black"].map((key) => ({ key, conditions: [] }));
  const job = await open({ symptoms: two });
  const stranger = { ...part("boost-hose", "split", "partly"), work: { cures: ["no-start"] } };
  expect(await refusalOf(job.try("record-part", stranger))).toMatchObject({ problems: [{ path: "work.cures[0]" }] });
  const partSeq = await job.record("record-part", part("boost-hose", "split", null));
  await job.record("record-part-result", { partSeq, result: "partly", cures: ["low-power"] });
  const { parts } = await readFacts(pool(), job.id);
  expect(parts).toMatchObject([{ result: "partly", work: { cures: ["low-power"] } }]);
  expect((await loadJobSheet(site, job.id))?.trail.at(-1)?.text).toContain("low power gone");
});

test("a big estimate gets a second look: what testing first saves, until the job is closed", async () => {
  const job = await open({ symptoms: [{ key: "low-power", conditions: ["uphill"] }], codes: [{ code: "P0299" }] });
  const cause = { component: "turbocharger", failure: "sticking" };
  await job.record("record-estimate", { from: "elsewhere", what: "new turbocharger", cause, amount: euro(9800) });
  const usd = { from: "ours", what: "x", amount: { amount: 1, currency: "USD" } };
  expect(await refusalOf(job.try("record-estimate", usd))).toMatchObject({ problems: [{ path: "amount.currency" }] });
  const [estimate] = (await loadJobSheet(site, job.id))?.estimates ?? [];
  expect(estimate?.look?.probability).toBeGreaterThan(0.02);
  expect(estimate?.look?.saves.amount).toBeGreaterThan(1000);
  expect(estimate?.look?.test).not.toBeNull();
  await job.record("choose-repair", {
    cause,
    option: "used",
    title: "Used turbocharger",
    reason: "half the price",
    refused: [{ title: "Recall", why: "no time" }],
  });
  expect((await loadJobSheet(site, job.id))?.facts.choices).toMatchObject([
    { option: "used", refused: [{ why: "no time" }] },
  ]);
});
