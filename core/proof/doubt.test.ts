import fc from "fast-check";
import { expect, test } from "vitest";
import { gammaln } from "simple-statistics";
import { doubtLeft } from "./doubt";

/** B(x, y) by the gamma function: another way than multiplying tries. */
const lnBeta = (x: number, y: number) => gammaln(x) + gammaln(y) - gammaln(x + y);

test("told one in n, each clean try leaves the same share of the doubt", () => {
  expect(doubtLeft({ kind: "told", oneIn: 20 }, 6, 0.95)).toEqual({
    doubt: expect.closeTo(0.95 ** 6, 12),
    triesNeeded: 59,
  });
  expect(doubtLeft({ kind: "told", oneIn: 2 }, 2, 0.75)).toEqual({ doubt: 0.25, triesNeeded: 2 });
  expect(doubtLeft({ kind: "told", oneIn: 1 }, 0, 0.95)).toEqual({ doubt: 1, triesNeeded: 1 });
  expect(doubtLeft({ kind: "told", oneIn: 1 }, 3, 0.95).doubt).toBe(0);
  expect(doubtLeft({ kind: "told", oneIn: 100_000 }, 4, 0.95).triesNeeded).toBeNull();
});

test("from tries it is the beta function's ratio, and the tries needed are the fewest", () => {
  fc.assert(
    fc.property(
      fc
        .integer({ min: 1, max: 40 })
        .chain((tries) => fc.tuple(fc.integer({ min: 1, max: tries }), fc.constant(tries))),
      fc.integer({ min: 0, max: 300 }),
      fc.constantFrom(0.5, 0.8, 0.9, 0.95, 0.99),
      ([shown, tries], clean, confidence) => {
        const [a, b] = [shown + 0.5, tries - shown + 0.5];
        const left = (k: number) => Math.exp(lnBeta(a, b + k) - lnBeta(a, b));
        const { doubt, triesNeeded } = doubtLeft({ kind: "tried", shown, tries }, clean, confidence);
        expect(doubt).toBeCloseTo(left(clean), 6);
        if (triesNeeded === null) expect(left(9_999)).toBeGreaterThan(1 - confidence);
        else {
          expect(left(triesNeeded)).toBeLessThan((1 - confidence) * (1 + 1e-6));
          if (triesNeeded > 0) expect(left(triesNeeded - 1)).toBeGreaterThan((1 - confidence) * (1 - 1e-6));
        }
      },
    ),
    { seed: 41, numRuns: 300 },
  );
});
