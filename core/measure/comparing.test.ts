import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  beforeAndAfter,
  besideGood,
  convert,
  deadVerdict,
  differenceOf,
  doubtsOf,
  knownGood,
  medianOf,
  ODD_SCORE,
  oddOneOut,
  readConversion,
  readReading,
  type Quantity,
  type Reading,
  type Spec,
  type Unit,
} from ".";

const like = (...readings: readonly (Reading | number)[]) =>
  readings.map((reading, at) => ({
    label: `cylinder ${at + 1}`,
    reading: typeof reading === "number" ? { value: reading, unit: "ohm" as const } : reading,
  }));
const comparisonOf = (...readings: readonly (Reading | number)[]) => {
  const result = oddOneOut(like(...readings));
  if (!result.ok) throw new Error(result.why);
  return result.comparison;
};
const finite = fc.integer({ min: -1_000_000, max: 1_000_000 }).map((whole) => whole / 64);

/** The median by its definition: as many below as above. */
function medianBySplitting(values: readonly number[]): number {
  const sides = (middle: number) => {
    const below = values.filter((value) => value < middle).length;
    const above = values.filter((value) => value > middle).length;
    return [below, above] as const;
  };
  const fits = values.filter((value) => sides(value).every((side) => side <= values.length / 2));
  return (Math.min(...fits) + Math.max(...fits)) / 2;
}

describe("several like things", () => {
  test("tell the odd one out, also where it is an open circuit or the rest are equal to the last digit", () => {
    expect(comparisonOf(0.7, 0.8, 4, 0.7).odd).toEqual([2]);
    expect(comparisonOf(0.7, 0.7, 0.7, 0.9).odd).toEqual([3]);
    expect(comparisonOf(0.7, { open: true }, 0.7, 0.74).odd).toEqual([1]);
    expect(comparisonOf(0.7, 0.705, 0.7, 0.7).odd).toEqual([]);
    expect(comparisonOf({ open: true }, { open: true }, { open: true }).odd).toEqual([]);
    expect(comparisonOf(10, 10.1, 9.9, 15, 4.8, 10).odd).toEqual([3, 4]);
  });

  test("need three at least, and one kind of quantity", () => {
    expect(oddOneOut(like(1, 9))).toEqual({ ok: false, why: "too-few", at: null });
    expect(oddOneOut(like(1, { value: 2, unit: "V" }, 3))).toEqual({ ok: false, why: "other-dimension", at: 1 });
  });

  test("agree with median and MAD taken another way, in any order and any unit", () => {
    fc.assert(
      fc.property(fc.array(finite, { minLength: 3, maxLength: 12 }), (values) => {
        const { median, mad, scores, odd } = comparisonOf(...values);
        const middle = medianBySplitting(values);
        expect(median).toBeCloseTo(middle, 6);
        expect(mad).toBeCloseTo(medianBySplitting(values.map((value) => Math.abs(value - middle))), 6);
        const [first = 0, ...rest] = values;
        expect(comparisonOf(...rest, first).odd.length).toBe(odd.length);
        const milli = comparisonOf(...values.map((value): Quantity => ({ value: value / 1000, unit: "kohm" })));
        milli.scores.forEach((score, at) => {
          const expected = scores[at] ?? 0;
          expect(Math.abs((score ?? 0) - expected)).toBeLessThanOrEqual(1e-6 * Math.max(1, Math.abs(expected)));
        });
        // Never more than half: the median is among those that are alike.
        expect(odd.length).toBeLessThanOrEqual(values.length / 2);
      }),
    );
  });

  test("moving the odd one further away never makes it alike", () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 1, max: 2, noNaN: true }), { minLength: 4, maxLength: 8 }), (values) => {
        const score = (value: number) => Math.abs(comparisonOf(...values, value).scores.at(-1) ?? 0);
        expect(score(40)).toBeGreaterThan(ODD_SCORE);
        expect(score(80)).toBeGreaterThan(score(40));
      }),
    );
  });

  test("a median is refused of nothing", () => {
    expect(() => medianOf([])).toThrow("empty");
  });
});

describe("two of a kind", () => {
  const volts = (value: number): Quantity => ({ value, unit: "V" });
  test("a suspect is alike within a tenth of the good one, whatever the unit", () => {
    expect(besideGood(volts(10), volts(11))).toBe("alike");
    expect(besideGood(volts(10), { value: 11_200, unit: "mV" })).toBe("differs");
    expect(besideGood(volts(10), { value: 10, unit: "A" })).toBeNull();
    expect(differenceOf({ value: 20, unit: "degC" }, { value: 77, unit: "degF" })?.difference.value).toBeCloseTo(5);
    expect(differenceOf({ value: 20, unit: "degC" }, { value: 25, unit: "degC" })?.share).toBeNull();
  });

  test("the same test before and after says whether the work moved the verdict", () => {
    const spec: Spec = { kind: "range", low: volts(11), high: volts(15) };
    const at = (value: number) => ({ spec, reading: volts(value) });
    expect([beforeAndAfter(at(9), at(12)), beforeAndAfter(at(12), at(9))]).toEqual(["cured", "spoilt"]);
    expect([beforeAndAfter(at(9), at(8)), beforeAndAfter(at(12), at(13))]).toEqual(["still-bad", "still-good"]);
    expect(beforeAndAfter(at(9), { spec, reading: { open: true } })).toBe("unclear");
  });
});

test("good parts of before give median and spread, in one unit, once there are three of them", () => {
  const volts = (value: number): Quantity => ({ value, unit: "V" });
  expect(knownGood([volts(5), volts(5.2)])).toBeNull();
  expect(knownGood([])).toBeNull();
  expect(knownGood([volts(5), { value: 5200, unit: "mV" }, volts(4.9), { value: 7, unit: "bar" }, volts(5.1)])).toEqual(
    {
      median: volts(5.05),
      spread: { value: expect.closeTo(0.1, 9), unit: "V" },
      n: 4,
    },
  );
});

describe("a dead system", () => {
  const volts = (value: number): Quantity => ({ value, unit: "V" });
  test("is believed with proof, measurement and proof, and with nothing less", () => {
    const all = { proofBefore: volts(12.4), measured: volts(0.3), proofAfter: volts(12.4), limit: volts(5) };
    expect(deadVerdict(all)).toEqual({ verdict: "dead" });
    expect(deadVerdict({ ...all, proofBefore: null })).toEqual({ verdict: "none", missing: "proof-before" });
    expect(deadVerdict({ ...all, measured: null })).toEqual({ verdict: "none", missing: "measured" });
    expect(deadVerdict({ ...all, proofAfter: null })).toEqual({ verdict: "none", missing: "proof-after" });
    expect(deadVerdict({ ...all, proofAfter: volts(0) })).toEqual({
      verdict: "none",
      missing: "tester-dead",
      which: "after",
    });
    expect(deadVerdict({ ...all, measured: { value: 3, unit: "ohm" } })).toEqual({ verdict: "none", missing: "volts" });
  });

  test("that reads dangerous is live, proved or not", () => {
    const limit = volts(5);
    const proofs = { proofBefore: volts(12), proofAfter: volts(12), limit };
    expect(deadVerdict({ ...proofs, measured: volts(-380), proofAfter: null }).verdict).toBe("live");
    // What is not dangerous by itself is not dead for that.
    expect([5, 5.1, 58, 60].map((value) => deadVerdict({ ...proofs, measured: volts(value) }).verdict)).toEqual([
      "dead",
      "not-dead",
      "not-dead",
      "not-dead",
    ]);
    expect(deadVerdict({ ...proofs, measured: volts(0), limit: null })).toEqual({ verdict: "none", missing: "limit" });
  });
});

describe("a doubtful reading", () => {
  const spec: Spec = { kind: "range", low: { value: 600, unit: "ohm" }, high: { value: 1200, unit: "ohm" } };
  const kinds = (value: number, unit: Unit, more: object = {}) =>
    doubtsOf({ spec, reading: { value, unit }, ...more }).map(({ kind }) => kind);
  test("is asked about: another prefix, a flat battery, what no part reads", () => {
    expect(doubtsOf({ spec, reading: { value: 0.88, unit: "ohm" } })).toEqual([
      { kind: "thousandfold", meant: { value: 880, unit: "ohm" } },
    ]);
    expect(kinds(880, "kohm")).toEqual(["thousandfold"]);
    expect(kinds(880, "ohm", { context: { supply: { value: 11.2, unit: "V" } } })).toEqual(["flat-battery"]);
    expect(kinds(-5, "ohm")).toEqual(["impossible"]);
    expect(doubtsOf({ spec: null, reading: { value: -300, unit: "degF" } })[0]?.kind).toBe("impossible");
    expect(doubtsOf({ spec: null, reading: { value: -1.2, unit: "bar" } })[0]?.kind).toBe("impossible");
  });

  test("is left alone where it fits, fails by less, or is open", () => {
    expect([kinds(880, "ohm"), kinds(300, "ohm"), kinds(0.9, "kohm")]).toEqual([[], [], []]);
    const atLeast: Spec = { kind: "range", low: { value: 88, unit: "g/s" } };
    const flow = (value: number) =>
      doubtsOf({ spec: atLeast, reading: { value, unit: "g/s" } }).map(({ kind }) => kind);
    expect([flow(52.8), flow(0.1)]).toEqual([[], ["thousandfold"]]);
    expect(doubtsOf({ spec, reading: { open: true } })).toEqual([]);
  });
});

describe("what people write", () => {
  test("is read with comma or point, prefixes, units and the meter's way to say open", () => {
    const read = (text: string, unit: Unit = "ohm") => readReading(text, unit);
    expect(read("12,4 V", "V")).toEqual({ value: 12.4, unit: "V" });
    expect([read("4k7"), read("4.7k"), read("4,7 kΩ"), read("4.7 kohm")]).toEqual(
      Array.from({ length: 4 }, () => ({ value: 4.7, unit: "kohm" })),
    );
    expect([read("250m", "V"), read("250 mV", "V")]).toEqual([
      { value: 250, unit: "mV" },
      { value: 250, unit: "mV" },
    ]);
    expect([read("OL"), read("o.l."), read("∞"), read("over range")]).toEqual(
      Array.from({ length: 4 }, () => ({ open: true })),
    );
    expect([read("12 V"), read("much"), read(""), read("1.2.3")]).toEqual([null, null, null, null]);
    expect(read("1 200")).toEqual({ value: 1200, unit: "ohm" });
  });

  test("a conversion is asked for as one says it", () => {
    expect(readConversion("12 inHg in kPa")?.to.value).toBeCloseTo(40.637, 3);
    expect(readConversion("100 km/h to mph")?.to.value).toBeCloseTo(62.137, 3);
    expect(readConversion("90 C = F")?.to).toEqual({ value: expect.closeTo(194, 9), unit: "degF" });
    expect([readConversion("12 V in kPa"), readConversion("in kPa"), readConversion("12 inHg")]).toEqual([
      null,
      null,
      null,
    ]);
  });

  test("whatever it is, nothing throws, and what was formatted is read back", () => {
    fc.assert(
      fc.property(fc.string(), fc.constantFrom<Unit>("V", "ohm", "kPa", "degC", "km"), (text, unit) => {
        readReading(text, unit);
        readConversion(text);
      }),
    );
    fc.assert(
      fc.property(
        fc.integer({ min: -99_999, max: 99_999 }),
        fc.constantFrom<Unit>("V", "mV", "ohm", "bar"),
        (n, unit) => {
          const value = n / 100;
          expect(readReading(`${value} ${unit}`, unit)).toEqual({ value, unit });
          const other = convert({ value, unit }, unit);
          expect(readReading(String(other.value).replace(".", ","), unit)).toEqual({ value, unit });
        },
      ),
    );
  });
});
