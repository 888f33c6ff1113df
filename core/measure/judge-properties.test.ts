import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { convert, judge, type Spec, type Unit } from ".";

describe("whatever the spec", () => {
  const ohm = (value: number) => ({ value, unit: "ohm" as const });
  const ends = fc
    .tuple(fc.integer({ min: 1, max: 5000 }), fc.integer({ min: 0, max: 5000 }))
    .map(([low, width]) => ({ kind: "range" as const, low: ohm(low), high: ohm(low + width) }));
  const sideOf = (spec: Spec, value: number, instrument: { percent: number } | null = null) => {
    const result = judge({ spec, reading: ohm(value), instrument });
    if (!result.ok) throw new Error("not judged");
    return result.judgement;
  };

  test("a larger reading is never judged lower: low, then inside, then high", () => {
    const rank = { low: 0, open: 2, high: 2, none: 1 } as const;
    fc.assert(
      fc.property(ends, fc.integer({ min: 0, max: 12_000 }), fc.integer({ min: 0, max: 12_000 }), (spec, a, b) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b)].map((value) => rank[sideOf(spec, value).side ?? "none"]);
        expect(less).toBeLessThanOrEqual(more ?? 0);
      }),
    );
  });

  test("the verdict is the same in any unit of spec and reading", () => {
    fc.assert(
      fc.property(
        ends,
        fc.integer({ min: 0, max: 12_000 }),
        fc.constantFrom("ohm", "kohm", "Mohm"),
        (spec, value, unit) => {
          const moved = {
            ...spec,
            low: convert(spec.low, unit as Unit),
            high: convert(spec.high, unit as Unit),
          };
          for (const other of ["ohm", "kohm", "Mohm"] as const) {
            const result = judge({ spec: moved, reading: convert(ohm(value), other) });
            expect(result.ok && result.judgement.verdict).toBe(sideOf(spec, value).verdict);
          }
        },
      ),
    );
  });

  test("what lies so far under a nominal value is judged as what lies so far over it", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 100, max: 5000 }),
        fc.integer({ min: 0, max: 90 }),
        fc.integer({ min: 0, max: 99 }),
        (nominal, tolerance, off) => {
          const spec: Spec = { kind: "nominal", nominal: ohm(nominal), tolerance: ohm(tolerance) };
          const [under, over] = [sideOf(spec, nominal - off), sideOf(spec, nominal + off)];
          expect(under.verdict).toBe(over.verdict);
          expect([under.side, over.side]).toEqual(under.side ? ["low", "high"] : [null, null]);
        },
      ),
    );
  });
});
