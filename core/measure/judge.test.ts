import fc from "fast-check";
import { describe, expect, test } from "vitest";
import {
  convert,
  explainJudgement,
  judge,
  unitsLike,
  UNITS,
  type JudgeRequest,
  type Judgement,
  type Quantity,
  type Reading,
  type Spec,
  type Unit,
} from ".";

const q = (value: number, unit: Unit): Quantity => ({ value, unit });
const OPEN: Reading = { open: true };

function judged(spec: Spec, reading: Reading, more: Partial<JudgeRequest> = {}): Judgement {
  const result = judge({ spec, reading, ...more });
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.judgement;
}

function verdict(spec: Spec, reading: Reading, more: Partial<JudgeRequest> = {}): string {
  const { verdict, side } = judged(spec, reading, more);
  return side ? `${verdict} ${side}` : verdict;
}

function problems(spec: Spec, reading: Reading, more: Partial<JudgeRequest> = {}): readonly string[] {
  const result = judge({ spec, reading, ...more });
  return result.ok ? [] : result.problems.map(({ path, message }) => `${path}: ${message}`);
}

const coil: Spec = { kind: "range", low: q(600, "ohm"), high: q(1200, "ohm") };
const feed: Spec = { kind: "supply", maxDrop: q(0.5, "V"), minSupply: q(11.5, "V") };
const battery = { context: { supply: q(12.4, "V") } };

describe("a range", () => {
  test("holds both its ends and nothing beyond them", () => {
    expect([599.9, 600, 900, 1200, 1200.1].map((ohm) => verdict(coil, q(ohm, "ohm")))).toEqual([
      "fail low",
      "pass",
      "pass",
      "pass",
      "fail high",
    ]);
  });

  test("is judged in the spec's unit, so kilo-ohms are not taken for ohms", () => {
    expect(verdict(coil, q(0.88, "kohm"))).toBe("pass");
    expect(verdict(coil, q(880, "kohm"))).toBe("fail high");
    expect(judged(coil, q(0.88, "kohm")).value).toEqual(q(880, "ohm"));
  });

  test("holds its end whichever unit the reading comes in", () => {
    fc.assert(
      fc.property(fc.constantFrom(...UNITS), fc.double({ min: 0.01, max: 1e5, noNaN: true }), (unit, limit) => {
        const ends: Spec[] = [
          { kind: "range", low: q(limit, unit) },
          { kind: "range", high: q(limit, unit) },
        ];
        for (const other of unitsLike(unit))
          for (const spec of ends) expect(verdict(spec, convert(q(limit, unit), other)), other).toBe("pass");
      }),
      { seed: 7 },
    );
  });

  test("open circuit is above any high end, fine for insulation, and nothing at all for a pressure", () => {
    expect(verdict(coil, OPEN)).toBe("fail open");
    expect(verdict({ kind: "range", low: q(1, "Mohm") }, OPEN)).toBe("pass");
    expect(verdict({ kind: "range", high: q(2, "bar") }, OPEN)).toBe("cannot-judge");
    expect(judged(coil, OPEN).value).toBeNull();
  });
});

describe("a nominal value", () => {
  const tight: Spec = { kind: "nominal", nominal: q(14.4, "V"), tolerance: q(200, "mV") };

  test("holds its tolerance on both sides, in another unit or as a percentage", () => {
    expect([14.19, 14.2, 14.6, 14.61].map((volt) => verdict(tight, q(volt, "V")))).toEqual([
      "fail low",
      "pass",
      "pass",
      "fail high",
    ]);
    const share: Spec = { kind: "nominal", nominal: q(9.91, "ohm"), tolerancePercent: 20 };
    expect([7.9, 7.93, 11.89, 11.9].map((ohm) => verdict(share, q(ohm, "ohm")))).toEqual([
      "fail low",
      "pass",
      "pass",
      "fail high",
    ]);
  });

  test("counts a tolerance in degF as a difference: 9 degF are 5 K", () => {
    const warm: Spec = { kind: "nominal", nominal: q(90, "degC"), tolerance: q(9, "degF") };
    expect([84.9, 85, 95, 95.1].map((deg) => verdict(warm, q(deg, "degC")))).toEqual([
      "fail low",
      "pass",
      "pass",
      "fail high",
    ]);
    expect(verdict(warm, q(203, "degF"))).toBe("pass");
  });
});

describe("temperature", () => {
  const copper: Spec = {
    kind: "range",
    low: q(10, "ohm"),
    high: q(12, "ohm"),
    at: q(20, "degC"),
    perKelvin: 0.00393,
  };

  test("is taken out before judging", () => {
    const hot = { context: { temperature: q(120, "degC") } };
    const { value, verdict: outcome } = judged(copper, q(11 * (1 + 0.00393 * 100), "ohm"), hot);
    expect(value?.value).toBeCloseTo(11, 9);
    expect(outcome).toBe("pass");
    expect(verdict(copper, q(11, "ohm"), hot)).toBe("fail low");
  });

  test("may be given in degF", () => {
    expect(verdict(copper, q(12, "ohm"), { context: { temperature: q(68, "degF") } })).toBe("pass");
  });

  test("that is missing leaves no verdict, and one that turns the factor over is a contradiction", () => {
    expect(judged(copper, q(11, "ohm")).reason).toBe("no-temperature");
    expect(
      problems({ ...copper, perKelvin: -0.02 }, q(11, "ohm"), { context: { temperature: q(70, "degC") } }),
    ).toEqual(["spec.perKelvin: gives a factor of zero or less at this temperature"]);
  });

  test("without a slope is for information only", () => {
    expect(verdict({ ...coil, at: q(20, "degC") }, q(900, "ohm"))).toBe("pass");
  });
});

describe("a supply", () => {
  test("is judged against the battery at that moment, by the drop", () => {
    const { value, low, high, verdict: outcome } = judged(feed, q(12.1, "V"), battery);
    expect([value?.unit, low, high, outcome]).toEqual(["V", null, q(0.5, "V"), "pass"]);
    expect(value?.value).toBeCloseTo(0.3, 9);
    expect(verdict(feed, q(11.8, "V"), battery)).toBe("fail high");
    expect(verdict(feed, q(11.9, "V"), battery)).toBe("pass");
  });

  test("is not believed without the battery, with a flat one, or where it lies above it", () => {
    const reasons = [
      judged(feed, q(12.1, "V")),
      judged(feed, q(10.9, "V"), { context: { supply: q(11.2, "V") } }),
      judged(feed, q(12.7, "V"), battery),
      judged(feed, OPEN, battery),
    ].map(({ reason }) => reason);
    expect(reasons).toEqual(["no-supply", "supply-low", "above-supply", "open-meaningless"]);
    expect(verdict(feed, q(12.6, "V"), battery)).toBe("pass");
  });
});

describe("the instrument's uncertainty", () => {
  const meter = { instrument: { percent: 1, offset: q(2, "ohm") } };

  test("makes a verdict borderline only where it spans the limit; touching is not spanning", () => {
    // 1200 read as 1200 - 12 - 2 up to 1200 + 12 + 2.
    expect(verdict(coil, q(1200, "ohm"), meter)).toBe("borderline high");
    expect(verdict(coil, q(1180, "ohm"), meter)).toBe("pass");
    expect(verdict(coil, q(1220, "ohm"), meter)).toBe("fail high");
    expect(verdict(coil, q(602, "ohm"), meter)).toBe("borderline low");
    const exact = { instrument: { offset: q(20, "ohm") } };
    expect(verdict(coil, q(1180, "ohm"), exact)).toBe("pass");
    expect(verdict(coil, q(580, "ohm"), exact)).toBe("fail low");
  });

  test("never turns a pass into a fail or back: it only withholds", () => {
    fc.assert(
      fc.property(
        fc.double({ min: 300, max: 1500, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (ohm, percent) => {
          const sure = verdict(coil, q(ohm, "ohm"));
          const doubted = verdict(coil, q(ohm, "ohm"), { instrument: { percent } });
          expect(doubted === sure || doubted.startsWith("borderline")).toBe(true);
        },
      ),
      { seed: 11 },
    );
  });
});

test("what contradicts itself is refused with the place", () => {
  expect({
    noEnds: problems({ kind: "range" }, q(1, "V")),
    upsideDown: problems({ kind: "range", low: q(2, "kohm"), high: q(1200, "ohm") }, q(1, "ohm")),
    mixed: problems({ kind: "range", low: q(2, "kohm"), high: q(3, "V") }, q(1, "ohm")),
    noTolerance: problems({ kind: "nominal", nominal: q(5, "V") }, q(5, "V")),
    twoTolerances: problems(
      { kind: "nominal", nominal: q(5, "V"), tolerance: q(1, "V"), tolerancePercent: 3 },
      q(5, "V"),
    ),
    negative: problems({ kind: "nominal", nominal: q(5, "V"), tolerance: q(-1, "V") }, q(5, "V")),
    percentOfDegrees: problems({ kind: "nominal", nominal: q(90, "degC"), tolerancePercent: 3 }, q(90, "degC")),
    noAt: problems({ ...coil, perKelvin: 0.004 }, q(900, "ohm")),
    dimension: problems(coil, q(900, "V")),
    cold: problems({ kind: "range", low: q(0, "degC") }, q(-300, "degC")),
    supplyInOhms: problems(feed, q(12, "V"), { context: { supply: q(12, "ohm") } }),
  }).toMatchInlineSnapshot(`
    {
      "cold": [
        "reading.value: is colder than absolute zero",
      ],
      "dimension": [
        "reading.unit: V cannot be compared with ohm",
      ],
      "mixed": [
        "spec.high.unit: cannot be compared with kohm",
      ],
      "negative": [
        "spec.tolerance.value: must not be negative",
      ],
      "noAt": [
        "spec.perKelvin: needs the temperature the spec holds for (at)",
      ],
      "noEnds": [
        "spec: a range needs at least one end",
      ],
      "noTolerance": [
        "spec: a nominal value needs one tolerance: tolerance or tolerancePercent",
      ],
      "percentOfDegrees": [
        "spec.tolerancePercent: a percentage of a temperature has no meaning",
      ],
      "supplyInOhms": [
        "context.supply.unit: ohm cannot be compared with V",
      ],
      "twoTolerances": [
        "spec: a nominal value needs one tolerance: tolerance or tolerancePercent",
      ],
      "upsideDown": [
        "spec.high: lies below low",
      ],
    }
  `);
});

test("every verdict has a sentence with its numbers", () => {
  const sentences = [
    judged(coil, q(880, "ohm")),
    judged(coil, q(0.45, "kohm")),
    judged(coil, q(1300, "ohm")),
    judged(coil, OPEN),
    judged(coil, q(1199, "ohm"), { instrument: { percent: 1 } }),
    judged(feed, q(11.2, "V"), battery),
    judged(feed, q(12.1, "V")),
    judged(feed, q(13, "V"), battery),
  ].map((judgement) => explainJudgement(judgement));
  expect(sentences).toMatchInlineSnapshot(`
    [
      "880 Ω lies within 600 to 1200 Ω.",
      "450 Ω lies below 600 Ω.",
      "1300 Ω lies above 1200 Ω.",
      "Open circuit where 600 to 1200 Ω is wanted.",
      "1199 Ω is too close to the limit for this instrument: 600 to 1200 Ω.",
      "1.2 V lies above 0.5 V.",
      "The battery was not measured at the same time; measure it and judge again.",
      "The reading lies above the battery by 0.6 V; check the meter and both points.",
    ]
  `);
});

test("absolute zero itself is a temperature, in both scales", () => {
  expect(problems({ kind: "range", low: q(-273.15, "degC") }, q(-459.67, "degF"))).toEqual([]);
});

test("conversion there and back changes nothing but the last bits", () => {
  fc.assert(
    fc.property(fc.constantFrom(...UNITS), fc.double({ min: -200, max: 1e6, noNaN: true }), (unit, value) => {
      for (const other of unitsLike(unit))
        expect(convert(convert(q(value, unit), other), unit).value).toBeCloseTo(value, 6);
    }),
    { seed: 3 },
  );
  expect(convert(q(100, "degC"), "degF").value).toBeCloseTo(212, 9);
  expect(convert(q(1, "bar"), "psi").value).toBeCloseTo(14.5037738, 6);
  expect(convert(q(29.921, "inHg"), "kPa").value).toBeCloseTo(101.325, 2);
});
