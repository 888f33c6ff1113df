import { expect, test } from "vitest";
import { readEntryLine, type LineWords } from "@/core/entry-line";
import { entriesOf, understood } from "./line-entries";

const WORDS: LineWords = {
  symptoms: [{ key: "low-power", label: "Low power" }],
  conditions: [
    { key: "hot", label: "When hot" },
    { key: "uphill", label: "Uphill" },
  ],
};
const entries = (line: string, first: string | null = null) => entriesOf(readEntryLine(line, WORDS), first);

test("a line becomes its entries in the order in which a job is worked, its minutes on the first that can hold them", () => {
  expect(entries("P0299 pending, low power, uphill, reproduced 2 of 4, 120400 km, cleared, oily clip 12m")).toEqual([
    {
      command: "record-symptoms",
      input: { symptoms: [{ key: "low-power", conditions: ["uphill"], denied: [] }], minutes: 12 },
    },
    { command: "confirm-complaint", input: { result: "reproduced", times: 2, tries: 4 } },
    { command: "record-odometer", input: { odometerKm: 120_400 } },
    { command: "record-scan", input: { codes: [{ code: "P0299", module: null, status: "pending" }] } },
    { command: "record-clear", input: {} },
    { command: "record-note", input: { text: "oily clip" } },
  ]);
  expect(entries("120400 km, looked under it 8m")).toEqual([
    { command: "record-odometer", input: { odometerKm: 120_400 } },
    { command: "record-note", input: { text: "looked under it", minutes: 8 } },
  ]);
});

test("conditions alone belong to the job's first symptom, and to nothing where it has none", () => {
  expect(entries("uphill, not hot", "limp-mode")).toEqual([
    {
      command: "record-symptoms",
      input: { symptoms: [{ key: "limp-mode", conditions: ["uphill"], denied: ["hot"] }], minutes: 0 },
    },
  ]);
  expect(entries("uphill, not hot")).toEqual([]);
});

test("what was understood is said piece by piece, in the shop's words", () => {
  const label = (list: LineWords["symptoms"]) => (key: string) => list.find((word) => word.key === key)?.label ?? key;
  const said = (line: string) =>
    understood(readEntryLine(line, WORDS), { symptom: label(WORDS.symptoms), condition: label(WORDS.conditions) });
  expect(said("low power, not hot, P0299, not reproduced 0 of 3, 120400 km, cleared, hm 5m")).toEqual([
    "Low power",
    "not: When hot",
    "Not reproduced 0 of 3",
    "odometer 120400 km",
    "P0299 stored",
    "codes cleared",
    "note",
    "5 min",
  ]);
  expect(said("")).toEqual([]);
});
