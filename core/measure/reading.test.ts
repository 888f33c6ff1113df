import { describe, expect, test } from "vitest";
import {
  judge,
  numberDoubt,
  readConversion,
  readMinutes,
  readNumber,
  readWhole,
  readReading,
  doubtsOf,
  type Spec,
  type Unit,
} from ".";
import { readEntryLine } from "@/core/entry-line";
import { readTrace } from "@/core/trace";

/** One table for all that people type: the line, readings, calculators, recordings and forms read with the same reader. */

test.each([
  ["12,5", 12.5],
  ["12.5", 12.5],
  ["148 320", 148_320],
  ["148\u202f320", 148_320],
  ["148'320", 148_320],
  ["1.200.000", 1_200_000],
  ["1,200,000", 1_200_000],
  ["1,200.5", 1200.5],
  ["1.200,5", 1200.5],
  [",5", 0.5],
  ["3000 1", null],
  ["12 34", null],
  ["1,2,3", null],
  ["", null],
  ["12 V", null],
])("the number %j is %j", (text, value) => expect(readNumber(text)).toBe(value));

test("one comma with three digits behind it can be two numbers: the shop's own sign settles it, and it is said", () => {
  expect([readNumber("1,200", ","), readNumber("1,200", ".")]).toEqual([1.2, 1200]);
  // A clock of kilometres has no decimals of three digits.
  expect(["182.500", "182,500", "182 500", "182500", "82.5", "km"].map(readWhole)).toEqual([
    182500,
    182500,
    182500,
    182500,
    82.5,
    null,
  ]);
  expect(numberDoubt("1,200 ohm")).toContain("Read as 1.2. If 1200 is meant");
  expect(numberDoubt("1,200", ".")).toContain("Read as 1200");
  expect(["12,50", "1.200", "0,125", "1,200.5"].map((text) => numberDoubt(text))).toEqual([null, null, null, null]);
});

const READINGS: readonly (readonly [string, Unit, object | null])[] = [
  ["3000 1/min", "rpm", { value: 3000, unit: "rpm" }],
  ["3 000 1/min", "rpm", { value: 3000, unit: "rpm" }],
  ["12,4 V", "V", { value: 12.4, unit: "V" }],
  ["30m", "min", { value: 30, unit: "min" }],
  ["30m", "s", { value: 30, unit: "min" }],
  ["250 ms", "s", { value: 250, unit: "ms" }],
  ["4k7", "ohm", { value: 4.7, unit: "kohm" }],
  ["OL", "ohm", { open: true }],
  ["12 V 3", "V", null],
];
test.each(READINGS)("the reading %j in %j is %j", (text, unit, reading) =>
  expect(readReading(text, unit)).toEqual(reading),
);

test.each([
  ["45", 45],
  ["30m", 30],
  ["1 h 20", 80],
  ["1h20min", 80],
  ["1:20", 80],
  ["1.5 h", 90],
  ["90 s", 1.5],
  ["45 min", 45],
  ["soon", null],
  ["2 m of hose", null],
])("%j takes %j minutes", (text, minutes) => expect(readMinutes(text)).toBe(minutes));

test.each([
  ["2 m of hose is wet", { minutes: null, note: "2 m of hose is wet" }],
  ["hose 2 m", { minutes: null, note: "hose 2 m" }],
  ["stalls after 4 min idling", { minutes: null, note: "stalls after 4 min idling" }],
  ["rubbed on the clip 4 min", { minutes: 4, note: "rubbed on the clip 4 min" }],
  ["12m", { minutes: 12, note: "" }],
  ["12.50 km", { odometerKm: null, note: "12.50 km" }],
  ["148,320 km", { odometerKm: 148_320, note: "" }],
  ["148.320 km", { odometerKm: 148_320, note: "" }],
  ["148320 km", { odometerKm: 148_320, note: "" }],
  ["battery 12,5 V", { odometerKm: null, note: "battery 12,5 V" }],
])("the line %j", (line, read) => expect(readEntryLine(line)).toMatchObject(read));

test.each([
  ["time (minutes)", 60],
  ["time (min)", 60],
  ["time [Minutes]", 60],
  ["time (m)", 60],
  ["t (s)", 1],
  ["time", 1],
  ["time (h)", 3600],
])("a heading %j counts in %j seconds", (heading, second) => {
  const read = readTrace(`${heading};outlet (degC)\n0;10\n1;20\n2;30`);
  expect(read.ok && read.trace.timeS[1]).toBe(second);
});

test("a heading whose unit is no time is refused with its word", () => {
  expect(readTrace("time (bar);outlet (degC)\n0;10\n1;20\n2;30")).toEqual({
    ok: false,
    problem: { why: "time-unit", text: "bar" },
  });
});

test("a conversion reads the same numbers", () => {
  expect(readConversion("3 000 1/min in Hz")?.from ?? null).toEqual(null);
  expect(readConversion("1 200 kPa in bar")?.to).toEqual({ value: 12, unit: "bar" });
});

describe("what is asked before it is believed", () => {
  const ohm = (value: number) => ({ value, unit: "ohm" as const });
  const kinds = (spec: Spec, value: number) => doubtsOf({ spec, reading: ohm(value) }).map(({ kind }) => kind);
  test("a factor of a thousand or ten from what is plausible, whichever way the verdict falls", () => {
    expect(kinds({ kind: "range", low: ohm(1) }, 1450)).toEqual(["thousandfold"]);
    expect(kinds({ kind: "range", low: ohm(1) }, 4.5)).toEqual([]);
    expect(kinds({ kind: "range", low: ohm(1), high: ohm(2) }, 14.5)).toEqual(["tenfold"]);
    expect(kinds({ kind: "range", low: ohm(1), high: ohm(2) }, 0.145)).toEqual(["tenfold"]);
    expect(kinds({ kind: "range", low: ohm(1), high: ohm(2) }, 1450)).toEqual(["thousandfold"]);
    expect(kinds({ kind: "range", low: ohm(1), high: ohm(2) }, 4)).toEqual([]);
  });

  test("a number that is finite only in its own unit is no reading", () => {
    const spec: Spec = { kind: "range", low: ohm(600), high: ohm(1200) };
    const result = judge({ spec, reading: { value: 1e305, unit: "Mohm" } });
    expect(result).toEqual({ ok: false, problems: [{ path: "reading.value", message: "is no finite number in ohm" }] });
  });
});
