import { beforeAll, describe, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import { findSite, type Site } from "@/server/db/sites";
import { givenDatabase } from "@/tests/support/database";
import { done, NOW, OpenJob, openWorkshop, part, send, VEHICLE } from "@/tests/support/workshop";
import { loadNumbers } from "./numbers";
import { numbersCsv } from "./numbers-csv";
import { loadSubject } from "./subject";

givenDatabase();
let lead: Actor;
let technician: Actor;
let site: Site;
let plates = 0;

interface Told {
  readonly vain?: string;
  readonly model?: string;
  readonly cameBack?: boolean;
}

/** A job on which the hose was split: twenty minutes of testing, and what was fitted in vain before. */
async function hoseJob({ vain, model = "Packet", cameBack = false }: Told): Promise<void> {
  const vehicle = { ...VEHICLE, plate: `S ${++plates}`, model };
  const job = await OpenJob.open(technician, { vehicle, symptoms: [{ key: "low-power", conditions: [] }] });
  await job.record("record-scan", { codes: [{ code: "P0299", module: "engine" }], modulesRead: ["engine"] });
  if (vain) await job.record("record-part", { ...part("boost-sensor", vain, "no-change"), minutes: 30 });
  await job.record("record-test", { procedure: "leak-test", outcome: "high", minutes: 20 });
  await job.record("record-part", { ...part("boost-hose", "split", "fixed"), minutes: 40 });
  await job.record("record-finding", {
    result: "root-cause",
    causes: [{ component: "boost-hose", failure: "split", place: "front" }],
  });
  await job.record("record-proof", { step: "road-test", result: "held" });
  await job.record("close-job", { reason: "enough", signed: [{ for: "proof", reason: "enough" }] }, lead);
  if (cameBack) await job.record("record-proof", { step: "follow-up", result: "came-back" });
}

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
  site = await findSite(pool(), lead.siteId);
  await hoseJob({ vain: "reads-wrong" });
  await hoseJob({ model: "Letter" });
  await hoseJob({});
  await hoseJob({ cameBack: true });
  const known = { title: "Packet: hose splits", component: "boost-hose", failure: "split" };
  await done(send(lead, "write-known-failure", { ...known, applies: { make: VEHICLE.make, models: ["Packet"] } }));
});

describe("a page of the book", () => {
  const load = (kind: "component" | "code" | "engine" | "model", name: string, of = "") =>
    loadSubject(site, { kind, name, of });

  test("of a component says how it fails, where, what settles it, what lasts, and what it is known for", async () => {
    const page = await load("component", "boost-hose");
    expect(page).toMatchObject({ jobs: 4, vehicles: 4, about: ["intake"] });
    expect(page?.causes).toMatchObject([{ failure: "split", jobs: 3, medianMinutes: 20, places: ["front"] }]);
    expect(page?.tests).toMatchObject([{ procedure: "leak-test", run: 4, settled: 4 }]);
    expect(page?.sources).toMatchObject([{ fitted: 4, cameBack: 1 }]);
    expect(page?.known).toMatchObject([{ title: "Packet: hose splits", grade: "proved" }]);
    expect(page?.codes).toEqual([{ name: "P0299", jobs: 4 }]);
  });

  test("of a component that was innocent says what it was in truth", async () => {
    const page = await load("component", "boost-sensor");
    expect(page).toMatchObject({ jobs: 0, causes: [], behind: [{ component: "boost-hose", jobs: 1 }] });
  });

  test("of a code, an engine or a model says what it was, and a model what it is known for", async () => {
    expect(await load("code", "P0299")).toMatchObject({
      jobs: 4,
      vain: [{ component: "boost-sensor", fitted: 1, minutes: 30 }],
    });
    const model = await load("model", "Packet", VEHICLE.make);
    expect(model).toMatchObject({
      title: `${VEHICLE.make} Packet`,
      jobs: 3,
      known: [{ title: "Packet: hose splits" }],
    });
    expect(await load("model", "Letter", VEHICLE.make)).toMatchObject({ jobs: 1, known: [] });
    expect(await load("engine", VEHICLE.engine ?? "")).toMatchObject({ jobs: 4 });
    expect(await load("engine", "none")).toBeNull();
    expect(await load("component", "no-such")).toBeNull();
    expect(await load("code", "P29")).toBeNull();
  });
});

describe("numbers", () => {
  const count = (query: object, actor: Actor = lead) =>
    loadNumbers(site, actor, { from: "", to: "", model: "", person: "", ...query });

  test("count minutes to the cause, what went in vain, what was fixed first time and what came back", async () => {
    const view = await count({});
    expect(view).toMatchObject({
      jobs: 4,
      fixedFirst: { count: 2, of: 4 },
      vain: { parts: 1, of: 5, minutes: 30 },
      byComponent: [{ component: "boost-sensor", fitted: 1, minutes: 30 }],
      sources: [{ fitted: 4, cameBack: 1 }],
    });
    // Fifty minutes with the sensor in vain, twenty and twenty; what came back is no measure.
    expect(view.quarters).toMatchObject([{ jobs: 4, medianMinutes: 20, cameBack: 1 }]);
    expect(view.learning).toMatchObject([
      { bucket: "first", jobs: 1 },
      { bucket: "second", jobs: 2 },
    ]);
    expect(view.rungs.reduce((sum, { jobs }) => sum + jobs, 0)).toBe(4);
  });

  test("are filtered by date, model and, for leads alone, by person", async () => {
    expect((await count({ model: `${VEHICLE.make} Letter` })).jobs).toBe(1);
    expect((await count({ from: "2100-01-01" })).jobs).toBe(0);
    const day = NOW.toISOString().slice(0, 10);
    expect((await count({ from: day, to: day })).jobs).toBe(4);
    expect((await count({ person: technician.personId })).jobs).toBe(0);
    expect((await count({ person: lead.personId })).jobs).toBe(4);
    const own = await count({ person: technician.personId }, technician);
    expect([own.jobs, own.people]).toEqual([4, []]);
    expect((await count({ from: "nonsense" })).jobs).toBe(4);
  });

  test("go out as a table, a measure a line", async () => {
    const lines = numbersCsv(await count({}))
      .trim()
      .split("\r\n");
    expect(lines[0]).toBe("table,row,measure,value");
    expect(lines).toContain("dead ends,Boost pressure sensor,minutes,30");
  });
});
