import fc from "fast-check";
import Qty from "js-quantities";
import { expect, test } from "vitest";
import { convert, unitsLike, type Unit } from ".";

/** How the library that the table is checked against calls our units; what it does not know is left out. */
const NAMES: Partial<Record<Unit, string>> = {
  ohm: "ohm",
  kohm: "kohm",
  Mohm: "Mohm",
  V: "V",
  mV: "mV",
  A: "A",
  mA: "mA",
  Hz: "Hz",
  kHz: "kHz",
  s: "s",
  ms: "ms",
  min: "min",
  h: "h",
  d: "day",
  kPa: "kPa",
  bar: "bar",
  psi: "psi",
  inHg: "inHg",
  mmHg: "mmHg",
  km: "km",
  mi: "mi",
  mm: "mm",
  in: "in",
  cm: "cm",
  m: "m",
  "km/h": "km/h",
  mph: "mph",
  "N.m": "N*m",
  "lbf.ft": "lbf*ft",
  W: "W",
  kW: "kW",
  mm2: "mm^2",
  Ah: "A*h",
  degC: "tempC",
  degF: "tempF",
};

/** Its pound-force per square inch and its columns of mercury are rounded to six digits. */
const ROUNDED = 3e-6;

test("every conversion agrees with a general-purpose library, to the digits that it keeps", () => {
  const pairs = Object.keys(NAMES).flatMap((from) =>
    unitsLike(from as Unit).flatMap((to) => (NAMES[to] && to !== from ? [[from as Unit, to] as const] : [])),
  );
  expect(pairs.length).toBeGreaterThan(60);
  fc.assert(
    fc.property(fc.constantFrom(...pairs), fc.double({ min: 0.01, max: 9999, noNaN: true }), ([from, to], value) => {
      const theirs = new Qty(value, NAMES[from] ?? "").to(NAMES[to] ?? "").scalar;
      const ours = convert({ value, unit: from }, to).value;
      expect(Math.abs(ours - theirs)).toBeLessThanOrEqual(Math.abs(theirs) * ROUNDED + 1e-9);
    }),
    { numRuns: 1000 },
  );
});
