import { beforeAll, expect, test } from "vitest";
import type { Actor } from "@/server/auth/session";
import { pool } from "@/server/db/pool";
import { earlierTexts } from "@/server/db/text-versions";
import { givenDatabase } from "@/tests/support/database";
import { done, hire, openShop, OpenJob, refusalOf, send } from "@/tests/support/workshop";

givenDatabase();
let lead: Actor;
let technician: Actor;
let colleague: Actor;

beforeAll(async () => {
  lead = await openShop();
  technician = await hire(lead, "Technician", "technician");
  colleague = await hire(lead, "Colleague", "technician");
});

test("a text of the shop keeps what it said before, and a lead's is changed by leads", async () => {
  const entry = (meaning: string) => ({ code: "P1299", make: "Tarrow", meaning, note: "" });
  await done(send(technician, "describe-code", entry("Boost hose, mostly")));
  await done(send(colleague, "describe-code", entry("Boost hose or its clip")));
  await done(send(lead, "describe-code", entry("Boost leak behind the cooler")));
  expect(await refusalOf(send(technician, "describe-code", entry("It is the sensor")))).toMatchObject({
    code: "conflict",
  });
  const earlier = await earlierTexts(pool(), "code_entry", "P1299|Tarrow");
  expect(earlier.map(({ by, content }) => [by, content["meaning"]])).toEqual([
    ["Colleague", "Boost hose or its clip"],
    ["Technician", "Boost hose, mostly"],
  ]);
  const made = { symptom: "low-power", what: "Limits its power when cold", tellCustomer: "Warm it up first." };
  const { id } = await done<{ id: string }>(send(lead, "describe-designed", made));
  expect(await refusalOf(send(technician, "describe-designed", { ...made, id, what: "Nothing" }))).toMatchObject({
    code: "conflict",
  });
  await done(send(lead, "drop-designed", { id }));
  expect(await earlierTexts(pool(), "designed_case", id)).toHaveLength(1);
});

test("every word of an entry is one of the book, and a strange one is named by its place", async () => {
  const job = await OpenJob.open(technician);
  const placeOf = async (name: string, input: Record<string, unknown>) => {
    const refusal = await refusalOf(job.try(name, input));
    return refusal.code === "invalid" ? refusal.problems.map(({ path }) => path) : [refusal.code];
  };
  const strange = [{ key: "low-power", conditions: ["hot", "no-such-condition"] }];
  expect(await placeOf("record-symptoms", { symptoms: strange })).toEqual(["symptoms[0].conditions[1]"]);
  expect(await placeOf("confirm-complaint", { result: "reproduced", conditions: ["nowhere"] })).toEqual([
    "conditions[0]",
  ]);
  const check = { title: "Looked at it", outcome: "wet", minutes: 3 };
  const effects = [{ component: "no-such-part", failure: null, effect: "supports" }];
  expect(await placeOf("record-test", { ...check, effects })).toEqual(["effects[0].component"]);
  expect(await pool().query("select from entry where job_id = $1", [job.id])).toMatchObject({ rowCount: 1 });
});

test("a list of codes that holds one twice is refused however long it is", async () => {
  const entries = Array.from({ length: 6000 }, (_, at) => ({
    code: `P1${at.toString(16).toUpperCase().padStart(3, "0").slice(-3)}`,
    make: `Make ${Math.floor(at / 4096)}`,
    meaning: "x",
  }));
  const twice = [...entries, entries[17]];
  expect(await refusalOf(send(lead, "import-codes", { entries: twice }))).toMatchObject({
    problems: [{ path: "entries", message: "holds the same twice: number 6001" }],
  });
});
