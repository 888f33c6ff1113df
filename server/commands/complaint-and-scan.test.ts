import { randomUUID } from "node:crypto";
import { beforeAll, describe, expect, test } from "vitest";
import { needOf } from "@/core/job";
import { entryText } from "@/core/entries";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import { readFacts } from "@/server/db/facts";
import { searchCodeEntries } from "@/server/db/code-entries";
import { codeMeanings } from "@/server/views/codes";
import { readEntryLine } from "@/core/entry-line";
import { findJob } from "@/server/db/jobs";
import { modulesOfModel } from "@/server/db/modules";
import { findVehicleById } from "@/server/db/vehicles";
import { readVocabulary } from "@/server/db/book";
import { readTrail } from "@/server/db/trail";
import { loadLabels } from "@/server/book/load";
import { loadVehicleHistory } from "@/server/views/vehicle-history";
import { loadVin } from "@/server/views/vin";
import { findSite } from "@/server/db/sites";
import type { VehicleId } from "@/core/ids";
import { givenDatabase } from "@/tests/support/database";
import { done, hire, NOW, OpenJob, openWorkshop, part, refusalOf, send, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;
let desk: Actor;

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
  desk = await hire(lead, "Desk", "desk");
});

const facts = (job: OpenJob) => readFacts(pool(), job.id);
const pathsOf = async (result: ReturnType<OpenJob["try"]>) => {
  const refusal = await refusalOf(result);
  return refusal.code === "invalid"
    ? refusal.problems.map(({ path, message }) => `${path}: ${message}`)
    : [refusal.code];
};

describe("the complaint", () => {
  test("is noted by the desk, conditions that hold and conditions that do not", async () => {
    const job = await OpenJob.open(desk, { symptoms: [{ key: "low-power", conditions: ["uphill"] }] });
    await job.record("record-symptoms", { symptoms: [{ key: "low-power", conditions: ["hot"], denied: ["cold"] }] });
    expect((await facts(job)).symptoms).toEqual([
      { key: "low-power", conditions: ["hot", "uphill"], denied: ["cold"] },
    ]);
    expect(await refusalOf(job.try("record-scan", { codes: [{ code: "P0299" }] }))).toMatchObject({
      code: "not-allowed",
    });
  });

  test("is confirmed by counting, and counts that contradict themselves are refused", async () => {
    const job = await OpenJob.open(technician);
    await job.record("confirm-complaint", {
      result: "sometimes",
      times: 2,
      tries: 4,
      conditions: ["uphill"],
      minutes: 20,
    });
    expect((await facts(job)).confirmation).toEqual({
      result: "sometimes",
      times: 2,
      tries: 4,
      conditions: ["uphill"],
    });
    expect(await pathsOf(job.try("confirm-complaint", { result: "reproduced", times: 5, tries: 4 }))).toEqual([
      "times: is more than the tries",
    ]);
    expect(await pathsOf(job.try("confirm-complaint", { result: "reproduced", times: 1 }))).toEqual([
      "tries: is needed as well",
    ]);
    expect(await pathsOf(job.try("confirm-complaint", { result: "not-reproduced", times: 1, tries: 4 }))).toEqual([
      "times: must be 0 where it did not show itself",
    ]);
  });

  test("that does not show itself gets a plan for catching it, not a part", async () => {
    const job = await OpenJob.open(technician);
    await job.record("confirm-complaint", { result: "not-reproduced", times: 0, tries: 3 });
    expect(needOf(await facts(job))).toEqual({ kind: "decision", about: "catch" });
    expect(
      await pathsOf(job.try("plan-watch", { what: "film the gauge", who: "driver", until: "2026-03-01" })),
    ).toEqual(["until: is past"]);
    await job.record("plan-watch", { what: "film the gauge", who: "driver", until: "2026-03-16" });
    expect(needOf(await facts(job))).toEqual({ kind: "watch", until: "2026-03-16" });
    await job.record("confirm-complaint", { result: "reproduced" });
    expect(needOf(await facts(job))).toEqual({ kind: "test" });
  });
});

describe("a scan", () => {
  test("keeps how every module answered, the last answer counting", async () => {
    const job = await OpenJob.open(technician);
    await job.record("record-scan", {
      modulesRead: ["engine"],
      modulesSilent: ["body"],
      modulesUnreadable: ["airbag"],
    });
    await job.record("record-scan", { modulesRead: ["body"] });
    const { coverage, modulesScanned } = await facts(job);
    expect(coverage).toEqual([
      { module: "airbag", state: "unreadable" },
      { module: "body", state: "read" },
      { module: "engine", state: "read" },
    ]);
    expect(modulesScanned).toEqual(["body", "engine"]);
    expect(await pathsOf(job.try("record-scan", { modulesRead: ["body"], modulesSilent: ["body"] }))).toEqual([
      "modulesRead: body cannot have been read and not read at once",
    ]);
  });

  test("cleared shows on each code what came back and when, and can be taken back", async () => {
    const job = await OpenJob.open(technician);
    await job.record("record-scan", {
      codes: [
        { code: "P0299", module: "engine" },
        { code: "P0401", status: "pending" },
      ],
    });
    const cleared = await job.record("record-clear", {
      returns: [
        { code: "P0299", module: "engine", returned: "drive" },
        { code: "P0401", returned: "not" },
      ],
    });
    const returned = async () => (await facts(job)).codes.map((code) => [code.code, code.returned]);
    expect(await returned()).toEqual([
      ["P0299", "drive"],
      ["P0401", "not"],
    ]);
    await job.record("record-clear", { returns: [{ code: "P0299", returned: "at-once" }] });
    expect(await returned()).toEqual([
      ["P0299", "at-once"],
      ["P0401", "not"],
    ]);
    await job.record("withdraw-entry", { corrects: cleared, reason: "wrong vehicle" });
    expect(await returned()).toEqual([
      ["P0299", "at-once"],
      ["P0401", null],
    ]);
    expect(await pathsOf(job.try("record-clear", { returns: [{ code: "P9999" }] }))).toEqual(
      expect.arrayContaining([expect.stringContaining("returns[0].code")]),
    );
    expect(await pathsOf(job.try("record-clear", { returns: [{ code: "P0420", returned: "not" }] }))).toEqual([
      "returns[0].code: was not on this job before; record it as a scan",
    ]);
  });
});

describe("the odometer", () => {
  const vehicle = { ...VEHICLE, plate: "HF 7001" };

  test("does not run backwards without a reason, on a new job or on an open one", async () => {
    const job = await OpenJob.open(technician, { vehicle, odometerKm: 120_000 });
    const input = { vehicle, complaint: "Again.", odometerKm: 119_000 };
    expect(await refusalOf(send(technician, "open-job", input))).toMatchObject({
      problems: [
        { path: "odometerKm", message: "an earlier job read 120000 km: say why it runs backwards, or read it again" },
      ],
    });
    const second = await done<{ jobId: string; version: number }>(
      send(technician, "open-job", { ...input, odometerReason: "new instrument cluster" }),
    );
    const later = { jobId: second.jobId, version: second.version };
    expect(await refusalOf(send(desk, "record-odometer", { ...later, odometerKm: 119_500 }))).toMatchObject({
      code: "invalid",
    });
    await done(send(desk, "record-odometer", { ...later, odometerKm: 121_000 }));
    expect((await facts(job)).odometerKm).toBe(120_000);
  });

  test("stands in the vehicle's history with its jobs, causes and parts", async () => {
    const own = { ...VEHICLE, plate: "HF 7002", vin: "U9TPK21D0HH100307" };
    const job = await OpenJob.open(technician, { vehicle: own, odometerKm: 90_000 });
    await job.record("record-part", { ...part("boost-hose", "split", "fixed"), partNumber: "BH-1" });
    await job.record("record-finding", {
      result: "root-cause",
      causes: [{ component: "boost-hose", failure: "split" }],
    });
    await OpenJob.open(technician, { vehicle: own, odometerKm: 95_000, complaint: "Hums." });
    const { rows } = await pool().query<{ id: VehicleId }>("select id from vehicle where plate = 'HF 7002'");
    const history = await loadVehicleHistory(
      await findSite(pool(), lead.siteId),
      rows[0]?.id ?? (randomUUID() as VehicleId),
    );
    expect(history?.jobs.map(({ odometerKm, outcome }) => [odometerKm, outcome])).toEqual([
      [95_000, "Open"],
      [90_000, "Charge-air hose: split"],
    ]);
    expect(history?.parts).toMatchObject([
      { name: "Charge-air hose", partNumber: "BH-1", by: "Technician", resultText: "cured it" },
    ]);
    expect((await loadVin("u9t-pk21d-0hh-100307", NOW)).make).toBe("Tarrow");
  });
});

describe("the vocabulary", () => {
  const add = (kind: string, label: string, system: string | null = null, by = desk) =>
    done<{ key: string; added: boolean }>(send(by, "add-word", { kind, label, system }));

  test("takes new words in, gives known ones back, and makes keys that collide with none", async () => {
    expect(await add("symptom", "Wiper squeal, rear", "body")).toEqual({ key: "wiper-squeal-rear", added: true });
    expect(await add("symptom", "wiper squeal, REAR", "body")).toEqual({ key: "wiper-squeal-rear", added: false });
    expect(await add("symptom", "Wiper squeal: rear!", "body")).toEqual({ key: "wiper-squeal-rear-2", added: true });
    expect(await add("failure", "Läuft trocken")).toEqual({ key: "lauft-trocken", added: true });
    expect(await add("condition", "雪")).toEqual({ key: "word", added: true });
    expect(await refusalOf(send(desk, "add-word", { kind: "component", label: "Roof lamp" }))).toMatchObject({
      problems: [{ path: "system", message: "is needed" }],
    });
    const job = await OpenJob.open(desk, {
      odometerKm: null,
      symptoms: [{ key: "wiper-squeal-rear", conditions: ["word"] }],
    });
    expect((await facts(job)).symptoms).toMatchObject([{ key: "wiper-squeal-rear", conditions: ["word"] }]);
  });

  test("finds a word by what people also call it, and lets no two words share a name", async () => {
    await done(send(desk, "add-synonym", { kind: "symptom", key: "low-power", text: "Gutless" }));
    await done(send(desk, "add-synonym", { kind: "symptom", key: "low-power", text: "gutLESS" }));
    expect(await add("symptom", "gutless", "engine")).toEqual({ key: "low-power", added: false });
    const { symptoms } = await readVocabulary(pool());
    expect(symptoms.find(({ key }) => key === "low-power")?.also).toContain("Gutless");
    expect(readEntryLine("gutless", { symptoms, conditions: [] }).symptoms).toEqual(["low-power"]);
    expect(
      await refusalOf(send(desk, "add-synonym", { kind: "symptom", key: "limp-mode", text: "Low power" })),
    ).toMatchObject({
      problems: [{ path: "text" }],
    });
    expect(await refusalOf(send(desk, "add-synonym", { kind: "symptom", key: "nothing", text: "x" }))).toMatchObject({
      problems: [{ path: "key" }],
    });
  });
});

describe("the code dictionary", () => {
  const entry = (code: string, make: string, meaning: string) => ({ code, make, meaning, note: "" });

  test("says of a make's code what the shop says, else the generic text, else what the code itself tells", async () => {
    await done(send(technician, "describe-code", entry("P0299", "", "Boost low, look at the hoses first")));
    await done(send(technician, "describe-code", entry("p1299", "Tarrow", "Vane travel not learnt")));
    const meanings = async (make: string) =>
      (await codeMeanings(pool(), ["P0299", "P0401", "P1299"], make)).map(({ meaning }) => meaning);
    expect(await meanings("Tarrow")).toEqual([
      "Boost low, look at the hoses first",
      "Exhaust-gas recirculation: flow too small",
      "Vane travel not learnt",
    ]);
    expect((await meanings("Kestrin"))[2]).toBe("powertrain, the maker’s own code");
    await done(send(technician, "describe-code", entry("P0299", "Tarrow", "Vanes, on this one")));
    expect((await meanings("Tarrow"))[0]).toBe("Vanes, on this one");
  });

  test("takes a file whole or not at all, and gives its entries back", async () => {
    const good = [entry("B1190", "Ombrel", "Latch bus"), entry("B1190", "", "Latch")];
    expect(await refusalOf(send(lead, "import-codes", { entries: [...good, entry("B11", "", "x")] }))).toMatchObject({
      problems: [{ path: "entries[2].code" }],
    });
    expect((await searchCodeEntries(pool(), "B1190")).length).toBe(0);
    expect(await done(send(lead, "import-codes", { entries: good }))).toEqual({ imported: 2 });
    expect((await searchCodeEntries(pool(), "latch")).map(({ code, make }) => `${code} ${make}`)).toEqual([
      "B1190 ",
      "B1190 Ombrel",
    ]);
    expect(await refusalOf(send(technician, "drop-code-entry", { code: "B1190", make: "Ombrel" }))).toMatchObject({
      code: "not-allowed",
    });
    await done(send(lead, "drop-code-entry", { code: "B1190", make: "Ombrel" }));
    expect((await searchCodeEntries(pool(), "B1190")).map(({ make }) => make)).toEqual([""]);
  });
});

describe("several entries of one line", () => {
  test("are recorded in their order, each as its own, with one answer", async () => {
    const job = await OpenJob.open(technician);
    await job.record("record-entries", {
      entries: [
        { command: "record-symptoms", input: { symptoms: [{ key: "low-power", conditions: ["uphill"] }], minutes: 6 } },
        { command: "record-odometer", input: { odometerKm: 120_400 } },
        { command: "record-scan", input: { codes: [{ code: "P0299" }] } },
        { command: "record-note", input: { text: "smells of oil" } },
      ],
    });
    const labels = await loadLabels(pool());
    const trail = await readTrail(pool(), job.id);
    expect(trail.map(({ body, minutes }) => [entryText(labels, body), minutes])).toEqual([
      ["Came in", 0],
      ["Low power: uphill", 6],
      ["Odometer 120400 km", 0],
      ["P0299 stored", 0],
      ["smells of oil", 0],
    ]);
    expect(job.version).toBe(5);
  });

  test("are recorded all or none, with the place of what is wrong", async () => {
    const job = await OpenJob.open(technician, { odometerKm: 130_000 });
    const entries = [
      { command: "record-note", input: { text: "fine" } },
      { command: "record-scan", input: { codes: [{ code: "X1" }] } },
    ];
    expect(await pathsOf(job.try("record-entries", { entries }))).toEqual([
      "entries[1].input.codes[0].code: is no fault code: P, C, B or U, then four characters",
    ]);
    expect(await readTrail(pool(), job.id)).toHaveLength(1);
    const beyond = [
      { command: "record-note", input: { text: "fine" } },
      { command: "record-scan", input: { codes: [{ code: "P0299" }] } },
    ];
    expect(await refusalOf(job.try("record-entries", { entries: beyond }, desk))).toEqual({
      code: "not-allowed",
      right: "job.record",
    });
    expect(await readTrail(pool(), job.id)).toHaveLength(1);
    expect(
      await refusalOf(job.try("record-entries", { entries: [{ command: "close-job", input: {} }] })),
    ).toMatchObject({ code: "invalid" });
  });
});

describe("modules", () => {
  test("stand under the shop's own name, whatever the tool calls them", async () => {
    const job = await OpenJob.open(technician, {
      codes: [{ code: "P0299", module: "ECM" }],
      modulesRead: ["ecm", "motor", "ABS"],
      odometerKm: null,
    });
    const { codes, coverage } = await facts(job);
    expect(codes).toMatchObject([{ code: "P0299", module: "engine" }]);
    expect(coverage).toMatchObject([
      { module: "brakes", state: "read" },
      { module: "engine", state: "read" },
    ]);
    await done(send(lead, "name-module", { name: "trailer", also: ["tow", "trailer unit"] }));
    await job.record("record-scan", { modulesRead: ["TOW"], modulesSilent: ["gateway"] });
    expect((await facts(job)).coverage.map(({ module, state }) => `${module} ${state}`)).toContain("trailer read");
    expect(await refusalOf(send(lead, "name-module", { name: "hitch", also: ["tow"] }))).toMatchObject({
      problems: [{ path: "also", message: "“tow” is what the module “trailer” is called already" }],
    });
    // What such vehicles have is learnt from their scans.
    const row = await findJob(pool(), lead.siteId, job.id);
    if (!row) throw new Error("the job is gone");
    const vehicle = await findVehicleById(pool(), row.vehicleId);
    expect(await modulesOfModel(pool(), vehicle)).toEqual(expect.arrayContaining(["engine", "trailer", "network"]));
    await done(send(lead, "drop-module", { name: "trailer" }));
    expect(await refusalOf(send(technician, "name-module", { name: "hitch" }))).toMatchObject({ code: "not-allowed" });
  });
});
