import { beforeAll, describe, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { findKnownFailure } from "@/server/db/known-failures";
import { pool } from "@/server/db/pool";
import { findSite, type Site } from "@/server/db/sites";
import { findVehicle } from "@/server/db/vehicles";
import { ask } from "@/server/views/ask/ask";
import { loadJobSheet } from "@/server/views/job-sheet";
import { fromJob } from "@/server/views/known-failure-editor";
import { loadKnownFailurePage } from "@/server/views/known-failure-page";
import { loadKnownFor } from "@/server/views/known-for";
import { loadShelf } from "@/server/views/shelf";
import { givenDatabase } from "@/tests/support/database";
import { done, NOW, OpenJob, openWorkshop, part, refusalOf, send, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;
let site: Site;

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
  site = await findSite(pool(), lead.siteId);
});

const PACKET = { make: "Tarrow", models: ["Packet"] };
const HOSE = { component: "boost-hose", failure: "split" };
const written = (more: object) => ({ title: "Packet: hose splits", ...HOSE, applies: PACKET, ...more });
interface Answer {
  readonly key: string;
  readonly proposed: boolean;
}
const write = (by: Actor, more: object) => done<Answer>(send(by, "write-known-failure", written(more)));
const found = async (key: string) => {
  const known = await findKnownFailure(pool(), key);
  if (!known) throw new Error(`no known failure ${key}`);
  return known;
};
const at = (odometerKm: number, more: object = {}) =>
  loadKnownFor(pool(), site, { ...VEHICLE, model: "Packet", ...more }, { odometerKm, now: NOW });

describe("a known failure", () => {
  test("that a technician writes down waits for a lead, and speaks from then on", async () => {
    const { key, proposed } = await write(technician, { odometerKm: [60_000, 120_000] });
    expect(proposed).toBe(true);
    expect(await at(90_000)).toEqual([]);
    await write(technician, { key, title: "Packet: charge-air hose splits" });
    expect((await refusalOf(send(technician, "take-in-known-failure", { key }))).code).toBe("not-allowed");
    await done(send(lead, "take-in-known-failure", { key }));
    expect(await at(90_000)).toMatchObject([{ key, title: "Packet: charge-air hose splits" }]);
    expect((await refusalOf(send(technician, "write-known-failure", written({ key })))).code).toBe("conflict");
    await write(lead, { key, odometerKm: [60_000, 120_000] });
    expect((await at(45_000)).map(({ due }) => due)).toEqual(["soon"]);
    expect((await at(130_000)).map(({ due }) => due)).toEqual(["past"]);
    await done(send(lead, "withdraw-known-failure", { key, reason: "another hose" }));
    expect(await at(90_000)).toEqual([]);
    await done(send(lead, "take-in-known-failure", { key }));
    expect(await at(90_000)).toHaveLength(1);
  });

  test("names what is wrong by its place, and nothing is half written", async () => {
    const wrong = async (more: object) => {
      const refusal = await refusalOf(send(lead, "write-known-failure", written({ title: "Wrong", ...more })));
      return refusal.code === "invalid" ? refusal.problems.map(({ path }) => path) : [];
    };
    const details = (more: object) => ({ details: more });
    expect(await wrong({ failure: null })).toEqual(["failure"]);
    expect(await wrong({ component: null, failure: null })).toEqual(["symptoms"]);
    expect(await wrong({ odometerKm: [9, 1] })).toEqual(["odometerKm"]);
    expect(await wrong({ applies: { ...PACKET, built: ["2017-05", "2016-01"] } })).toEqual(["applies.built"]);
    expect(await wrong({ symptoms: ["no-such"] })).toEqual(["symptoms[0]"]);
    expect(await wrong({ confirmBy: "no-such" })).toEqual(["confirmBy"]);
    const look = { otherName: "x", question: "y?" };
    expect(await wrong(details({ lookAlikes: [{ ...look, thisIf: "no-such" }] }))).toEqual([
      "details.lookAlikes[0].thisIf",
    ]);
    expect(await wrong(details({ lookAlikes: [{ ...look, other: "no-such" }] }))).toEqual([
      "details.lookAlikes[0].other",
    ]);
    const dollars = { minutes: 1, parts: { amount: 1, currency: "USD" } };
    expect(await wrong(details({ costThen: dollars }))).toEqual(["details.costThen.parts.currency"]);
    expect(await wrong(details({ bulletin: { kind: "recall", reference: "R", vins: ["100300", "100200"] } }))).toEqual([
      "details.bulletin.vins",
    ]);
    expect(await findKnownFailure(pool(), "wrong")).toBeNull();
  });

  test("keeps notes and reports with their author and date; who says that the prevention failed speaks against it", async () => {
    const { key } = await write(lead, { title: "With notes" });
    await done(send(technician, "note-known-failure", { key, text: "only the blue clip" }));
    await done(send(technician, "report-known-failure", { key, source: "poll", says: "failed", count: 3, of: 20 }));
    await done(send(technician, "report-known-failure", { key, source: "customer", says: "prevention-failed" }));
    const many = send(technician, "report-known-failure", { key, source: "poll", says: "failed", count: 3, of: 2 });
    expect(await refusalOf(many)).toMatchObject({ problems: [{ path: "count" }] });
    const { details } = await found(key);
    expect(details.notes).toMatchObject([{ text: "only the blue clip", by: technician.name }]);
    expect(details.reports).toMatchObject([
      { count: 3, of: 20 },
      { says: "prevention-failed", count: 1, of: 1 },
    ]);
    expect((await loadKnownFailurePage(site, key))?.known).toMatchObject({ for: 0, against: 1, grade: "hearsay" });
    // Written anew by a lead it keeps what was said.
    await write(lead, { key, title: "With notes", note: "x" });
    expect((await found(key)).details.reports).toHaveLength(2);
  });

  test("that nobody has explained is known by its symptoms, and counts the jobs that ended unsolved with them", async () => {
    const unexplained = { title: "Packet: low on power", component: null, failure: null, symptoms: ["low-power"] };
    const { key } = await write(lead, unexplained);
    const vehicle = { ...VEHICLE, model: "Packet", plate: "U 1" };
    const job = await OpenJob.open(lead, { vehicle, symptoms: [{ key: "low-power", conditions: [] }] });
    await job.record("record-finding", { result: "unresolved", why: "never shows itself here" });
    await job.record("close-job", {});
    const page = await loadKnownFailurePage(site, key);
    expect(page?.known).toMatchObject({ grade: "seen", for: 1, failed: 1 });
    expect(page?.name).toBe("Not explained yet: low power");
    // The gate and whoever asks are told the same.
    expect((await at(90_000)).find((each) => each.key === key)).toMatchObject({ grade: "seen" });
    const answer = await ask(pool(), site, { typed: "packet low power", limit: 20, now: NOW });
    expect(answer.patterns.map((each) => each.key)).toContain(key);
    const another = await ask(pool(), site, { typed: "packet black smoke", limit: 20, now: NOW });
    expect(another.patterns.map((each) => each.key)).not.toContain(key);
  });

  test("is filled in from a job: its cause, vehicle, odometer, symptoms, codes and what was tried", async () => {
    const vehicle = { ...VEHICLE, model: "Packet", plate: "F 1" };
    const symptoms = [{ key: "low-power", conditions: ["uphill"] }];
    const job = await OpenJob.open(lead, { vehicle, odometerKm: 100_000, symptoms });
    await job.record("record-scan", { codes: [{ code: "P0299", module: "engine" }], modulesRead: ["engine"] });
    await job.record("record-part", part("boost-sensor", "reads-wrong", "no-change"));
    await job.record("record-part", part(HOSE.component, HOSE.failure, "fixed"));
    await job.record("record-finding", { result: "root-cause", causes: [HOSE] });
    expect(await fromJob(site, job.id)).toMatchObject({
      ...HOSE,
      applies: { make: VEHICLE.make, models: ["Packet"], years: [VEHICLE.year - 1, VEHICLE.year + 1] },
      odometerKm: [70_000, 140_000],
      symptoms: ["low-power"],
      conditions: ["uphill"],
      codes: ["P0299"],
      details: { repairs: [{ outcome: "in-vain", component: "boost-sensor" }, { outcome: "holds" }] },
    });
  });

  test("comes from a list whole or not at all, and the same list again changes nothing", async () => {
    const row = (title: string, more: object = {}) => ({ title, ...HOSE, applies: PACKET, ...more });
    const list = { known: [row("Listed one"), row("Listed two", { symptoms: ["nowhere"] })] };
    expect((await refusalOf(send(lead, "import-known-failures", list))).code).toBe("invalid");
    expect(await findKnownFailure(pool(), "listed-one")).toBeNull();
    const good = { known: [row("Listed one"), row("Listed two")] };
    expect(await done(send(lead, "import-known-failures", good))).toEqual({ imported: 2 });
    await done(send(lead, "import-known-failures", good));
    expect(await findKnownFailure(pool(), "listed-one-2")).toBeNull();
    expect((await refusalOf(send(technician, "import-known-failures", good))).code).toBe("not-allowed");
  });

  test("of a way of use speaks of vehicles that are used so, and of those of which nobody said", async () => {
    const applies = { make: "Ombrel", models: ["Lark"], uses: ["towing"] };
    const { key } = await write(lead, { title: "Lark: towing", applies });
    const lark = { ...VEHICLE, make: "Ombrel", model: "Lark" };
    const speaks = async (plate: string, uses: readonly string[] | null) => {
      const job = await OpenJob.open(technician, { vehicle: { ...lark, plate, uses } });
      return (await loadJobSheet(site, job.id))?.knownFor.some((each) => each.key === key);
    };
    expect(await speaks("T 1", ["towing", "salt"])).toBe(true);
    expect(await speaks("T 2", ["short-trips"])).toBe(false);
    expect(await speaks("T 3", null)).toBe(true);
    const page = await loadKnownFailurePage(site, key);
    expect(page?.scope).toBe("Ombrel Lark, used for towing");
  });

  test("takes in what the jobs propose of the same cause", async () => {
    const { key } = await write(lead, { title: "Merged", applies: { ...PACKET, years: [2015, 2017] } });
    const applies = { make: "Tarrow", models: ["Letter"], years: [2013, 2016], engines: ["D16F"] };
    await done(send(lead, "merge-into-known-failure", { key, applies }));
    expect((await found(key)).applies).toMatchObject({
      models: ["Packet", "Letter"],
      years: [2013, 2017],
      engines: [],
    });
  });
});

test("a recall is open on a vehicle until it was carried out, or refused with a reason", async () => {
  const bulletin = { kind: "recall", reference: "T-1", pays: "all of it", vins: ["100200", "100300"] };
  const { key } = await write(lead, {
    title: "Recalled",
    applies: { make: "Tarrow", models: ["Minnow"] },
    details: { bulletin },
  });
  const vin = "U9TPK21D0HH100250";
  const vehicle = { ...VEHICLE, model: "Minnow", vin, plate: null };
  const job = await OpenJob.open(technician, { vehicle });
  const known = await findVehicle(pool(), site.id, { vin, plate: null });
  if (!known) throw new Error("the vehicle is missing");
  const line = async () => (await loadJobSheet(site, job.id))?.knownFor.find((each) => each.key === key)?.bulletin;
  expect(await line()).toMatchObject({ covers: true, state: null });
  const settle = (state: string, reason = "") =>
    send(technician, "settle-recall", { vehicleId: known.id, pattern: key, state, reason });
  expect(await refusalOf(settle("refused"))).toMatchObject({ problems: [{ path: "reason" }] });
  await done(settle("refused", "no time before the ferry"));
  expect(await line()).toMatchObject({ state: "refused", reason: "no time before the ferry" });
  await done(settle("done"));
  expect(await line()).toMatchObject({ state: "done" });
  const none = await write(lead, { title: "No recall" });
  const wrong = send(technician, "settle-recall", { vehicleId: known.id, pattern: none.key, state: "done" });
  expect(await refusalOf(wrong)).toMatchObject({ problems: [{ path: "pattern" }] });
});

test("the shelf keeps what goes, and a spare with what was tested on it until somebody takes it", async () => {
  const shelf = await loadShelf(site, NOW);
  expect(shelf.lines.find(({ title }) => title === "With notes")).toMatchObject({ from: "use", number: 0 });
  const spare = { component: "boost-hose", what: "Hose from the blue Packet", tested: "holds 1.5 bar for ten minutes" };
  const { id } = await done<{ id: string }>(send(technician, "add-spare", spare));
  expect((await loadShelf(site, NOW)).spares).toMatchObject([{ what: spare.what, by: technician.name }]);
  await done(send(lead, "take-spare", { id }));
  expect((await loadShelf(site, NOW)).spares).toEqual([]);
  expect((await refusalOf(send(lead, "take-spare", { id }))).code).toBe("not-found");
});
