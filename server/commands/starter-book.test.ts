import { beforeAll, expect, test } from "vitest";
import { canHave, NEEDS_NOTHING } from "@/core/book";
import { advise } from "@/core/plan";
import type { CaseFile } from "@/core/case";
import type { Actor } from "@/server/auth/session";
import { countGeneral } from "@/server/db/starter";
import { pool } from "@/server/db/pool";
import { readAllProcedures, readProcedures } from "@/server/db/procedures";
import { readCauses, readVocabulary } from "@/server/db/book";
import { findSite } from "@/server/db/sites";
import { loadBook } from "@/server/book/load";
import { STARTER_CHECKS, STARTER_LINKS, STARTER_PARTS } from "@/starter";
import { givenDatabase } from "@/tests/support/database";
import { done, OpenJob, openShop, send } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;

beforeAll(async () => {
  lead = await openShop();
});

const PETROL_AUTOMATIC = {
  make: "Ombrel",
  model: "Lark",
  year: 2016,
  engine: "P16V",
  transmission: "A8-O",
  drive: "front",
  market: null,
};
const caseOf = (symptom: string, more: Partial<CaseFile> = {}): CaseFile => ({
  vehicle: PETROL_AUTOMATIC,
  odometerKm: 90_000,
  symptoms: [{ key: symptom, conditions: [] }],
  codes: [],
  modulesScanned: [],
  tests: [],
  repairsTried: [],
  access: [],
  ...more,
});

async function ask(file: CaseFile) {
  const site = await findSite(pool(), lead.siteId);
  return advise(await loadBook(pool(), site, file), file);
}

const offered = async (file: CaseFile, most: number) =>
  (await ask(file)).plan.actions
    .slice(0, most)
    .map((action) => (action.kind === "test" ? action.procedure.component : action.cause.component));

test("also without it a shop knows what its parts need: no spark coil on a diesel", async () => {
  const { components } = await readVocabulary(pool());
  const coil = components.find(({ key }) => key === "ignition-coil")?.needs;
  expect(
    ["petrol", "diesel", null].map((fuel) => canHave({ ...NEEDS_NOTHING, ...coil }, { ...PETROL_AUTOMATIC, fuel })),
  ).toEqual([true, false, true]);
});

test("general practice is taken over whole, twice is once, and every word of it is there", async () => {
  expect((await ask(caseOf("no-crank"))).plan.actions).toEqual([]);
  for (let times = 0; times < 2; times++)
    expect(await done(send(lead, "take-general-practice", {}))).toMatchObject({
      procedures: STARTER_CHECKS.length,
      links: STARTER_LINKS.length,
    });
  const { components } = await readVocabulary(pool());
  const known = new Set(components.map(({ key }) => key));
  expect(STARTER_PARTS.filter(({ key }) => !known.has(key))).toEqual([]);
  const causes = await readCauses(pool());
  expect(causes.length).toBeGreaterThanOrEqual(STARTER_PARTS.length);
  expect(causes.every(({ general }) => general)).toBe(true);
});

test("a new shop's first vehicle that does not crank begins with battery, earths, selector position and what was worked on last", async () => {
  const first = await offered(
    caseOf("no-crank", { vehicle: { ...PETROL_AUTOMATIC, fuel: "petrol", gearbox: "automatic" } }),
    8,
  );
  expect(first[0]).toBe("battery");
  expect(first).toEqual(
    expect.arrayContaining(["battery", "battery-terminal", "selector-switch", "earth-strap", "engine-loom"]),
  );
  expect(first).not.toContain("cabin-filter");
});

test("each complaint is answered with checks of its own ground", async () => {
  const grounds = {
    "not-cold": ["refrigerant", "compressor", "cabin-filter", "cooling-fan", "fuse", "heater-flap-motor"],
    "brake-hot": ["caliper", "caliper-slide", "brake-hose", "parking-brake-cable", "brake-disc"],
    "horn-dead": ["horn", "fuse", "airbag-connector"],
    misfire: ["spark-plug", "ignition-coil", "injector", "vacuum-hose", "intake-leak", "engine-loom"],
  };
  for (const [symptom, ground] of Object.entries(grounds)) {
    const first = await offered(caseOf(symptom), 2);
    expect(first.length).toBeGreaterThan(0);
    expect(first.filter((component) => !ground.includes(component ?? ""))).toEqual([]);
  }
});

test("what the vehicle cannot have is no suspect, by what its engine is known to run on", async () => {
  const p = async (fuel: string | null) =>
    (await ask(caseOf("misfire", { vehicle: { ...PETROL_AUTOMATIC, fuel } }))).suspects.find(
      ({ cause }) => cause.component === "spark-plug",
    )?.probability;
  expect(await p("diesel")).toBe(0);
  expect(await p("petrol")).toBeGreaterThan(0.07);
});

test("it is taken out whole; what a job stands on stays with that job and is no longer offered", async () => {
  const job = await OpenJob.open(lead, { symptoms: [{ key: "no-crank", conditions: [] }] });
  await job.record("record-test", {
    procedure: "first-battery-rest",
    outcome: "low",
    minutes: 3,
  });
  expect(await done(send(lead, "remove-general-practice", {}))).toEqual({ procedures: 0, links: 0 });
  expect((await readProcedures(pool())).filter(({ general }) => general)).toEqual([]);
  expect((await readAllProcedures(pool())).map(({ key }) => key)).toEqual(["first-battery-rest"]);
  const { components } = await readVocabulary(pool());
  expect(components.map(({ key }) => key)).not.toContain("high-voltage-interlock");
  expect(await countGeneral(pool())).toEqual({ procedures: 0, links: 0 });
  expect(await done(send(lead, "take-general-practice", {}))).toMatchObject({ procedures: STARTER_CHECKS.length });
});
