import { beforeAll, describe, expect, test } from "vitest";
import { stemsOf } from "@/core/finder";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import { givenDatabase } from "@/tests/support/database";
import { done, NOW, OpenJob, openWorkshop, part, send, VEHICLE } from "@/tests/support/workshop";
import { ask, askJson, type AskAnswer } from "./ask";

givenDatabase();
let technician: Actor;
let site: Site;

interface Told {
  readonly plate: string;
  readonly complaint: string;
  readonly cause?: readonly [string, string];
  readonly model?: string;
  readonly conditions?: readonly string[];
  readonly partNumber?: string;
}

async function closed({
  plate,
  complaint,
  cause = ["boost-hose", "split"],
  model = "Packet",
  conditions = [],
  partNumber,
}: Told) {
  const [component, failure] = cause;
  const job = await OpenJob.open(technician, {
    vehicle: { ...VEHICLE, plate, model },
    complaint,
    symptoms: [{ key: "low-power", conditions }],
    codes: [{ code: "P0299" }],
  });
  await job.record("record-part", part("boost-sensor", "reads-wrong", "no-change"));
  const reading = { value: 0.4, unit: "bar" };
  await job.record("record-test", {
    procedure: "leak-test",
    outcome: "high",
    minutes: 12,
    readings: [{ label: "", reading }],
  });
  await job.record("record-part", { ...part(component, failure, "fixed"), partNumber: partNumber ?? null });
  await job.record("record-finding", { result: "root-cause", causes: [{ component, failure }] });
  await job.record("record-proof", { step: "road-test", result: "held", minutes: 20, conditions });
  await job.record("close-job", { reason: "for the test" });
  return job;
}

beforeAll(async () => {
  ({ lead: technician, site } = await openWorkshop());
  await closed({
    plate: "AB 12",
    complaint: "Crawls up the pass with the caravan",
    conditions: ["uphill"],
    partNumber: "77-310 B",
  });
  await closed({ plate: "AB 13", complaint: "No pull", conditions: ["uphill"] });
  await closed({
    plate: "AB 14",
    complaint: "No pull in town",
    cause: ["boost-sensor", "reads-wrong"],
    model: "Letter",
  });
});

const asked = (q: string): Promise<AskAnswer> => ask(pool(), site, { typed: q, limit: 20, now: NOW });
const told = async (q: string) => (await asked(q)).understood.map(({ kind, key }) => `${kind} ${key}`);
const platesOf = (answer: AskAnswer) => answer.jobs.map(({ plate }) => plate);

describe("one field over the book", () => {
  test("understands the shop's own names with errors in them", async () => {
    expect(await told("packet low powr uphil p 0299")).toEqual([
      "model Packet",
      "symptom low-power",
      "condition uphill",
      "code P0299",
    ]);
    expect(await told("tarow d21k")).toEqual(["make Tarrow", "engine D21K"]);
    expect((await asked("77310b")).understood[0]).toMatchObject({ kind: "part-number", key: "77-310 B" });
    expect((await asked("qqqq zzzz")).rest).toEqual(["qqqq", "zzzz"]);
  });

  test("answers with the causes of the jobs that have all of it, how often, how long, and what settled them", async () => {
    const answer = await asked("low power uphill P0299");
    expect([answer.found, answer.hasAll]).toEqual([2, true]);
    expect(answer.causes).toHaveLength(1);
    expect(answer.causes[0]).toMatchObject({
      component: "boost-hose",
      failure: "split",
      jobs: 2,
      share: 1,
      settledBy: ["leak-test"],
    });
    expect(answer.causes[0]?.medianMinutes).toBeGreaterThan(0);
    expect(answer.causes[0]?.probability).toBeGreaterThan(0.3);
    expect(answer.deadEnds.map(({ subject }) => subject)).toContain("boost-sensor");
    const both = await asked("low power");
    expect(both.causes.map(({ component, share }) => [component, Math.round(share * 100)])).toEqual([
      ["boost-hose", 67],
      ["boost-sensor", 33],
    ]);
  });

  test("finds jobs by plate, part number, model, cause and the customer's own words", async () => {
    expect(platesOf(await asked("ab-12"))).toEqual(["AB 12"]);
    expect(platesOf(await asked("77310B"))).toEqual(["AB 12"]);
    expect(platesOf(await asked("caravan"))).toEqual(["AB 12"]);
    expect(platesOf(await asked("letter"))).toEqual(["AB 14"]);
    const hose = await asked("charge air hose split");
    expect(platesOf(hose).slice(0, 2).sort()).toEqual(["AB 12", "AB 13"]);
    const none = await asked("letter uphill");
    expect([none.hasAll, none.jobs.length]).toEqual([false, 3]);
  });

  test("in whatever script the shop writes", async () => {
    const word = { kind: "symptom", label: "Не заводится", system: "engine" };
    const { key } = await done<{ key: string }>(send(technician, "add-word", word));
    await closed({ plate: "АВ 77", complaint: "Δεν ξεκινά τον χειμώνα" });
    expect(await told("не завадится")).toEqual([`symptom ${key}`]);
    expect(platesOf(await asked("χειμωνα"))).toEqual(["АВ 77"]);
    expect(platesOf(await asked("ав-77"))).toEqual(["АВ 77"]);
  });

  test("by the stems that the database finds in a complaint", async () => {
    const said = "The caravans pulled away slowly, only uphill; Škoda-like noises and ÉTÉ 2024, а двигатель глохнет";
    const { rows } = await pool().query<{ words: string[] }>("select said_words($1) as words", [said]);
    expect(rows[0]?.words.sort()).toEqual([...new Set(stemsOf(said))].filter(({ length }) => length > 1).sort());
  });

  test("writes it as the contract does", async () => {
    const json = await askJson(pool(), await asked("low power uphill"));
    expect(json).toMatchObject({
      understood: [
        { text: "low power", kind: "symptom", key: "low-power" },
        { text: "uphill", kind: "condition", key: "uphill" },
      ],
      rest: [],
      deadEnds: [{ kind: "part", component: "boost-sensor", helped: 2 }],
    });
  });
});
