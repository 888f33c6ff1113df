import fc from "fast-check";
import { expect, test } from "vitest";
import { formatQuantity, formatReading, formatSpec, readNumber } from ".";

test("readings keep four digits and never an exponent", () => {
  const texts = [880, 0.0125, 12.4321, 1e-7, 148320, 0, -0.3].map((value) => formatQuantity({ value, unit: "V" }));
  expect(texts).toEqual(["880 V", "0.0125 V", "12.43 V", "0.0000001 V", "148320 V", "0 V", "-0.3 V"]);
  expect(formatReading({ open: true })).toBe("open circuit");
  expect(formatQuantity({ value: 1.2, unit: "kohm" })).toBe("1.2 kΩ");
});

test("a spec says in a few words what it wants", () => {
  const bar = (value: number) => ({ value, unit: "bar" as const });
  expect([
    formatSpec({ kind: "range", low: bar(1), high: bar(1.2) }),
    formatSpec({ kind: "range", low: bar(1) }),
    formatSpec({ kind: "range", high: bar(1.2), at: { value: 20, unit: "degC" } }),
    formatSpec({ kind: "range", low: bar(1), high: { value: 130, unit: "kPa" } }),
    formatSpec({ kind: "nominal", nominal: bar(3), tolerancePercent: 5 }),
    formatSpec({ kind: "supply", maxDrop: { value: 0.5, unit: "V" } }),
  ]).toEqual([
    "1 to 1.2 bar",
    "at least 1 bar",
    "at most 1.2 bar at 20 °C",
    "1 bar to 130 kPa",
    "3 bar ± 5 %",
    "at most 0.5 V below the battery",
  ]);
});

test("numbers are read as people type them, and nothing else is a number", () => {
  expect(["12,5", " 12.5 ", "148 320", "148\u202f320", "-3", ".5", "7."].map((text) => readNumber(text))).toEqual([
    12.5, 12.5, 148320, 148320, -3, 0.5, 7,
  ]);
  expect(["", "-", "1,2,3", "1e5", "12V", "0x10", "Infinity", "1.2.3"].map((text) => readNumber(text))).toEqual(
    Array(8).fill(null),
  );
});

test("what a number prints, it reads", () => {
  fc.assert(
    fc.property(fc.integer({ min: -1e9, max: 1e9 }), (whole) => {
      expect(readNumber(String(whole / 100))).toBe(whole / 100);
    }),
    { seed: 5 },
  );
});
