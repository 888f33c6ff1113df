import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { wilson } from "@/core/statistics";
import { costOptions, mixedRevisions, NO_WORK, type MixingRule, type RepairOption } from ".";

const RULES: readonly MixingRule[] = [
  { revision: "A", runsWith: ["B"] },
  { revision: "C", runsWith: [] },
];
const fitted = (place: string, revision: string, beside: readonly { place: string; revision: string }[] = []) => ({
  component: "injector",
  place,
  work: { ...NO_WORK, revision, beside, mixing: RULES },
});
const clashes = (...parts: ReturnType<typeof fitted>[]) =>
  mixedRevisions(parts).map(({ one, other }) => `${one.place} ${one.revision} - ${other.place} ${other.revision}`);

describe("revisions that may run together", () => {
  test("are held against the rules over all places, also what was there already", () => {
    expect(clashes(fitted("1", "A"), fitted("2", "B"))).toEqual([]);
    expect(clashes(fitted("1", "A"), fitted("2", "C"))).toEqual(["1 A - 2 C"]);
    expect(clashes(fitted("1", "A", [{ place: "3", revision: "C" }]))).toEqual(["3 C - 1 A"]);
    // A revision that no rule names runs with any but those that forbid it.
    expect(clashes(fitted("1", "X"), fitted("2", "B"))).toEqual([]);
    expect(clashes(fitted("1", "X"), fitted("2", "A"))).toEqual(["1 X - 2 A"]);
  });

  test("what is fitted later at a place mends it", () => {
    expect(clashes(fitted("1", "A"), fitted("2", "C"), fitted("2", "B"))).toEqual([]);
  });

  test("whatever the order in which the same parts went in at their places", () => {
    const revisions = fc.array(fc.constantFrom("A", "B", "C", "X"), { minLength: 2, maxLength: 5 });
    fc.assert(
      fc.property(revisions, (list) => {
        const parts = list.map((revision, at) => fitted(String(at), revision));
        const found = mixedRevisions(parts).length;
        expect(mixedRevisions([...parts].reverse())).toHaveLength(found);
      }),
      { seed: 7, numRuns: 60 },
    );
  });
});

describe("ways to repair a cause", () => {
  const euro = (amount: number) => ({ amount, currency: "EUR" });
  const way = (more: Partial<RepairOption>): RepairOption => ({
    kind: "part",
    title: "new",
    price: euro(600),
    minutes: 60,
    availability: "stock",
    days: null,
    lifeKm: null,
    note: "",
    ...more,
  });

  test("stand by what they cost here, getting there counted once it is not open, no repair last", () => {
    const options = [
      way({}),
      way({ kind: "used", title: "used", price: euro(200), minutes: 90 }),
      way({ kind: "defer", title: "later", price: euro(0), minutes: 0 }),
      way({ kind: "recall", title: "recall", price: euro(0), minutes: 60 }),
    ];
    const costed = costOptions(options, [{ source: "used", fitted: 4, cameBack: 2 }], {
      accessMinutes: 30,
      ratePerHour: 80,
    });
    expect(costed.map(({ title, allMinutes, cost }) => [title, allMinutes, Math.round(cost)])).toEqual([
      ["recall", 90, 120],
      ["used", 120, 360],
      ["new", 90, 720],
      ["later", 0, 0],
    ]);
    const used = costed.find(({ title }) => title === "used");
    expect(used?.record).toMatchObject({ fitted: 4, cameBack: 2 });
    expect(used?.record?.share.low).toBeGreaterThan(0.1);
    expect(costed.find(({ title }) => title === "new")?.record).toBeNull();
  });

  test("a share's interval holds what Wilson's formula says, and stays between 0 and 1", () => {
    // Newcombe 1998, Statistics in Medicine 17, table I, method 3: 81 of 263, 15 of 148, 0 of 20 and 1 of 29.
    for (const [seen, of, low, high] of [
      [81, 263, 0.2553, 0.3662],
      [15, 148, 0.0624, 0.1605],
      [0, 20, 0, 0.1611],
      [1, 29, 0.0061, 0.1718],
    ] as const) {
      expect(wilson(seen, of, 0.95).low).toBeCloseTo(low, 4);
      expect(wilson(seen, of, 0.95).high).toBeCloseTo(high, 4);
    }
    expect(() => wilson(3, 2, 0.95)).toThrow();
  });
});
