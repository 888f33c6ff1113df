import { beforeAll, describe, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { modelChoices, listCatalogue } from "@/server/db/catalogue";
import { readVocabulary } from "@/server/db/book";
import { readFacts } from "@/server/db/facts";
import { pool } from "@/server/db/pool";
import { findSite } from "@/server/db/sites";
import { findVehicle } from "@/server/db/vehicles";
import { loadJobSheet } from "@/server/views/job-sheet";
import { givenDatabase } from "@/tests/support/database";
import { done, OpenJob, openWorkshop, refusalOf, send, VEHICLE } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;

beforeAll(async () => {
  ({ lead, technician } = await openWorkshop());
});

const sheetOf = async ({ id }: OpenJob) => {
  const sheet = await loadJobSheet(await findSite(pool(), lead.siteId), id);
  if (!sheet) throw new Error("the job is gone");
  return sheet;
};

describe("a word that doubles another one", () => {
  test("counts as the other from now on, and the trail keeps what was written", async () => {
    const { key } = await done<{ key: string }>(
      send(technician, "add-word", { kind: "symptom", label: "Weak on hills", system: "engine" }),
    );
    const job = await OpenJob.open(technician, {
      symptoms: [
        { key, conditions: ["hot"] },
        { key: "low-power", conditions: ["uphill"] },
      ],
    });
    await done(send(lead, "merge-words", { kind: "symptom", from: key, into: "low-power" }));
    const { facts, trail, symptoms, words } = await sheetOf(job);
    expect(facts.symptoms).toEqual([{ key: "low-power", conditions: ["hot", "uphill"], denied: [] }]);
    expect(symptoms).toEqual(["Low power: when hot, uphill"]);
    expect(trail.map(({ text }) => text)).toContain("Weak on hills: when hot; Low power: uphill");
    expect(words.symptoms.map((word) => word.key)).not.toContain(key);
    expect(words.symptoms.find((word) => word.key === "low-power")?.also).toContain("Weak on hills");
    expect(await done(send(technician, "add-word", { kind: "symptom", label: "weak on hills" }))).toEqual({
      key: "low-power",
      added: false,
    });
    await job.record("record-symptoms", { symptoms: [{ key, conditions: ["cold"] }] });
    expect((await readFacts(pool(), job.id)).symptoms[0]?.conditions).toEqual(["cold", "hot", "uphill"]);
    await done(send(lead, "split-word", { kind: "symptom", key }));
    expect((await readFacts(pool(), job.id)).symptoms.map((symptom) => symptom.key)).toEqual(["low-power", key]);
  });

  test("of a component takes its causes, tests, repairs and roads with it", async () => {
    const { key } = await done<{ key: string }>(
      send(technician, "add-word", { kind: "component", label: "Charge pipe", system: "intake" }),
    );
    const job = await OpenJob.open(technician, { symptoms: [{ key: "low-power", conditions: [] }] });
    await job.record("name-suspect", { cause: { component: key, failure: "split" }, why: "seen it hiss" });
    await job.record("record-test", {
      title: "Squeezed the pipe",
      outcome: "hisses",
      minutes: 3,
      effects: [{ component: key, failure: null, effect: "supports" }],
    });
    const suspects = async () =>
      (await sheetOf(job)).advice.suspects.map(({ component, failure }) => `${component}/${failure}`);
    expect(await suspects()).toEqual(expect.arrayContaining([`${key}/split`, "boost-hose/split"]));
    await done(send(lead, "merge-words", { kind: "component", from: key, into: "boost-hose" }));
    expect(await suspects()).not.toContain(`${key}/split`);
    const { map, facts } = await sheetOf(job);
    expect(map.roads.filter((road) => road.key === "boost-hose/split")).toHaveLength(1);
    expect(map.roads.map((road) => road.key)).not.toContain(`${key}/split`);
    expect(facts.tests[0]?.effects).toEqual([{ component: "boost-hose", failure: null, effect: "supports" }]);
  });

  test("is merged once, into a word that stands for itself, by a lead", async () => {
    const merge = (from: string, into: string, actor = lead) =>
      send(actor, "merge-words", { kind: "condition", from, into });
    expect((await refusalOf(merge("wet", "after-rain", technician))).code).toBe("not-allowed");
    expect(await refusalOf(merge("wet", "wet"))).toMatchObject({ problems: [{ path: "into" }] });
    expect(await refusalOf(merge("wet", "no-such-word"))).toMatchObject({ problems: [{ path: "into" }] });
    await done(merge("after-rain", "wet"));
    expect(await refusalOf(merge("after-rain", "hot"))).toMatchObject({ problems: [{ path: "from" }] });
    // What was merged before goes along, and whoever merges into a double means the word that it counts as.
    await done(merge("wet", "below-zero"));
    await done(merge("after-wash", "after-rain"));
    const { conditions } = await readVocabulary(pool());
    const label = (text: string) => conditions.find((word) => word.label === text);
    expect([label("After rain"), label("In wet weather"), label("After washing")]).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
    expect(label("Below freezing")?.also).toEqual(["After rain", "After washing", "In wet weather"]);
    const special = send(lead, "merge-words", { kind: "failure", from: "works-as-designed", into: "worn" });
    expect(await refusalOf(special)).toMatchObject({ problems: [{ path: "from" }] });
  });

  test("is rewritten in place, but not to what another word is called", async () => {
    const change = (label: string) =>
      send(lead, "change-word", { kind: "condition", key: "town", label, topic: "speed" });
    await done(change("In stop-and-go"));
    expect(await refusalOf(change("Under load"))).toMatchObject({ problems: [{ path: "label" }] });
    const { conditions } = await readVocabulary(pool());
    expect(conditions.find(({ key }) => key === "town")).toMatchObject({ label: "In stop-and-go", topic: "speed" });
  });
});

describe("the catalogue", () => {
  const arrive = (vehicle: object) => OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: null, ...vehicle } });
  const variantOf = async (job: OpenJob) => (await sheetOf(job)).vehicle;

  test("writes a thing one way: case, spaces and dashes make no other name, and a merged spelling leads to its name", async () => {
    const first = await arrive({ make: "tarrow", model: "PACKET", engine: "d21-k", transmission: "m6 t" });
    expect(await variantOf(first)).toMatchObject({
      make: "Tarrow",
      model: "Packet",
      engine: "D21K",
      transmission: "M6-T",
    });
    await arrive({ model: "Pakket" });
    await done(send(lead, "merge-variant-names", { kind: "model", make: "Tarrow", name: "Pakket", into: "packet" }));
    expect((await variantOf(await arrive({ model: "pakket" }))).model).toBe("Packet");
    const rows = await listCatalogue(pool());
    expect(rows.find(({ kind, name }) => kind === "model" && name === "Packet")?.also).toEqual(["Pakket"]);
  });

  test("shares an engine across models and makes, and says with what each was seen", async () => {
    await arrive({ make: "Ombrel", model: "Hauler", engine: "D21K", market: "coast", year: 2019 });
    const rows = await listCatalogue(pool());
    expect(rows.find(({ kind, name }) => kind === "engine" && name === "D21K")?.models).toEqual([
      "Ombrel Hauler",
      "Tarrow Packet",
    ]);
    await done(
      send(lead, "describe-model", { make: "Ombrel", model: "Hauler", marketMatters: "fuse box on the other side" }),
    );
    const hauler = (await modelChoices(pool())).find(({ model }) => model === "Hauler");
    expect(hauler).toMatchObject({ years: [2019], engines: ["D21K"], markets: ["coast"] });
    expect(hauler?.marketMatters).toBe("fuse box on the other side");
  });

  test("a make that becomes another takes its models, maker codes and codes along", async () => {
    await arrive({ make: "Ombrell", model: "Lark", vin: "U9MLK16P6KH100012", engine: "P16V" });
    await done(send(technician, "describe-code", { code: "B1190", make: "Ombrell", meaning: "Latch switch" }));
    await done(send(lead, "merge-variant-names", { kind: "make", name: "Ombrell", into: "Ombrel" }));
    expect((await modelChoices(pool())).map(({ make, model }) => `${make} ${model}`)).toEqual([
      "Ombrel Hauler",
      "Ombrel Lark",
      "Tarrow Packet",
    ]);
    const { rows } = await pool().query("select make from maker union select make from code_entry");
    expect(rows).toEqual([{ make: "Ombrel" }]);
  });

  test("a vehicle that comes again is the same one, with what is known better of it; a plate can move to another car", async () => {
    const vin = "U9TPK21D8HH100777";
    const known = () => findVehicle(pool(), lead.siteId, { vin: null, plate: "HF 9001" });
    await arrive({ plate: "HF 9001", market: null });
    const before = await known();
    await arrive({ plate: "hf 9001", vin, market: "coast", built: "2017-08", engine: null });
    expect(await known()).toEqual({ ...before, vin, market: "coast", built: "2017-08" });
    await arrive({ plate: "HF 9001", model: "Letter", year: 2021 });
    expect(await known()).toMatchObject({ model: "Letter", vin: null });
    const refused = send(technician, "open-job", { vehicle: { ...VEHICLE, built: "2017-13" }, complaint: "x" });
    expect(await refusalOf(refused)).toMatchObject({ problems: [{ path: "vehicle.built" }] });
  });
});

describe("what is known beside jobs", () => {
  test("a known case in which it is no fault is told where symptom and vehicle fit, and ends the job with words for the customer", async () => {
    const designed = {
      symptom: "oil-lamp",
      make: "Tarrow",
      models: ["Packet"],
      what: "Self-test",
      tellCustomer: "Fine.",
    };
    await done(send(technician, "describe-designed", designed));
    expect(await refusalOf(send(technician, "describe-designed", { ...designed, make: "" }))).toMatchObject({
      problems: [{ path: "make" }],
    });
    const job = await OpenJob.open(technician, { symptoms: [{ key: "oil-lamp", conditions: [] }] });
    const other = {
      vehicle: { ...VEHICLE, plate: null, model: "Letter" },
      symptoms: [{ key: "oil-lamp", conditions: [] }],
    };
    expect((await sheetOf(await OpenJob.open(technician, other))).designed).toEqual([]);
    expect((await sheetOf(job)).designed).toEqual([
      { from: "known case", what: "Self-test", checkBy: "", tellCustomer: "Fine." },
    ]);
    await job.record("record-finding", {
      result: "no-fault-found",
      why: "Goes out after 3 s",
      tellCustomer: "It tests itself.",
    });
    await job.record("close-job");
    const again = await OpenJob.open(technician, { symptoms: [{ key: "oil-lamp", conditions: [] }] });
    const { number } = (await sheetOf(job)).job;
    expect((await sheetOf(again)).designed[1]).toEqual({
      from: `job ${number}`,
      what: "Goes out after 3 s",
      checkBy: "",
      tellCustomer: "It tests itself.",
    });
  });

  test("codes of a shop's own group are said to belong together, on its make only", async () => {
    const group = { title: "supply B", kind: "supply", make: "Tarrow", codes: ["P0299", "p0401"], note: "" };
    await done(send(technician, "group-codes", group));
    expect(await refusalOf(send(technician, "group-codes", { ...group, codes: ["P0299"] }))).toMatchObject({
      problems: [{ path: "codes" }],
    });
    const codes = ["P0299", "P0401"].map((code) => ({ code }));
    const shared = async (vehicle: object) =>
      (await sheetOf(await OpenJob.open(technician, { vehicle: { ...VEHICLE, plate: null, ...vehicle }, codes })))
        .sharedByCodes;
    expect((await shared({})).map(({ title }) => title)).toEqual(["supply B"]);
    expect(await shared({ make: "Ombrel" })).toEqual([]);
  });

  test("what the vehicle froze and tested stays with the scan", async () => {
    const job = await OpenJob.open(technician);
    await job.record("record-scan", {
      codes: [{ code: "P0299", module: "engine" }],
      vin: "u9tpk21dxhh100307",
      freezeFrame: { code: "P0299", values: [{ name: "engine-speed", value: 2775, unit: "rpm" }] },
      readiness: {
        milOn: true,
        codeCount: 1,
        ignition: "compression",
        monitors: [{ name: "boost-pressure", supported: true, complete: false }],
      },
    });
    expect((await sheetOf(job)).trail.at(-1)?.details).toEqual([
      "VIN read from the vehicle: U9TPK21DXHH100307",
      "Frozen with P0299: engine speed 2775 rpm",
      "Lamp on; monitors still open: boost pressure",
    ]);
  });
});
