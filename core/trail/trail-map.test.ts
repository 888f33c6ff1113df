import fc from "fast-check";
import { item } from "@/core/place";
import { describe, expect, test } from "vitest";
import { layOutTrailMap, MAP_WIDTH, NOT_IN_THE_BOOK, type MapStop, type OddsRecord } from ".";
import type { CauseKey } from "@/core/book";

const key = (name: string) => `${name}/bad` as CauseKey;

function odds(p: Record<string, number>, closed: readonly string[] = []): OddsRecord {
  const known = Object.values(p).reduce((a, b) => a + b, 0);
  return {
    suspects: Object.entries(p).map(([name, value]) => ({ cause: key(name), p: value })),
    unknown: Math.max(0, 1 - known),
    closed: closed.map((name) => ({
      cause: key(name),
      by: { kind: "test", title: "look", outcome: "fine", effect: "clears", seen: 0, of: 0 },
    })),
    next: null,
    expectedMinutes: 60,
  };
}

const stop = (seq: number, minutes: number, record: OddsRecord, label = `entry ${seq}`): MapStop => ({
  seq,
  label,
  minutes,
  odds: record,
});

const STOPS = [
  stop(1, 0, odds({ vanes: 0.3, hose: 0.4, sensor: 0.2 }), "came in"),
  stop(2, 8, odds({ vanes: 0.4, hose: 0.4, sensor: 0.1 }), "P0299"),
  stop(3, 20, odds({ vanes: 0.8, hose: 0.01, sensor: 0.1 }, ["hose"]), "leak test"),
  stop(4, 12, odds({ vanes: 0.95, hose: 0.004, sensor: 0.03 }, ["hose"]), "vane travel"),
];

describe("roads", () => {
  const map = layOutTrailMap(STOPS, { through: new Set(), named: new Set() });

  test("stand in the order of their odds, closed ones behind, what is not in the book last", () => {
    expect(map.roads.map(({ key: road, state }) => `${road} ${state}`)).toEqual([
      "vanes/bad open",
      "sensor/bad open",
      "hose/bad closed",
      `${NOT_IN_THE_BOOK} open`,
    ]);
  });

  test("end in a bar at the crossing that closed them, and run to the edge otherwise", () => {
    const [vanes, sensor, hose] = map.roads;
    expect(hose?.endShare).toBe(map.crossings[2]?.share);
    expect(hose?.closedBy).toMatchObject({ title: "look" });
    expect([vanes?.endShare, sensor?.endShare]).toEqual([1, 1]);
  });

  test("that are proved run through, even where the book had closed them", () => {
    const proved = layOutTrailMap([...STOPS, stop(5, 5, odds({ vanes: 0.9 }, ["hose"]))], {
      through: new Set([key("hose")]),
      named: new Set(),
    });
    expect(proved.roads[0]).toMatchObject({ key: "hose/bad", state: "through", endShare: 1, closedBy: null });
  });

  test("tell at each crossing what it moved, most moved first", () => {
    const [first, , third] = map.crossings;
    expect(first?.moves).toEqual([]);
    expect(
      third?.moves
        .slice(0, 2)
        .map(({ key: road }) => road)
        .sort(),
    ).toEqual(["hose/bad", "vanes/bad"]);
    expect(third?.moves.map(({ from, to }) => to - from).map(Math.sign)).toContain(-1);
  });

  test("are as wide as their odds", () => {
    expect(map.roads[0]?.endHalfWidth).toBeGreaterThan(8 * (map.roads[1]?.endHalfWidth ?? 0));
  });
});

test("however the job went, roads keep apart, crossings keep their order, labels never run into each other", () => {
  const names = ["a", "b", "c", "d", "e", "f", "g", "h", "i", "j", "k", "l", "m", "n"];
  const record = fc
    .tuple(
      fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 14, maxLength: 14 }),
      fc.subarray(names, { maxLength: 5 }),
    )
    .map(([weights, closed]) => {
      const sum = weights.reduce((a, b) => a + b, 0.1);
      return odds(Object.fromEntries(names.map((name, at) => [name, (weights[at] ?? 0) / sum])), closed);
    });
  const minutes = fc.oneof(fc.constant(0), fc.constant(1), fc.integer({ min: 2, max: 300 }));
  const label = fc.string({ minLength: 1, maxLength: 30 });
  fc.assert(
    fc.property(fc.array(fc.tuple(minutes, record, label), { minLength: 1, maxLength: 30 }), (list) => {
      const stops = list.map(([spent, then, words], at) => stop(at + 1, at ? spent : 0, then, words));
      const { roads, crossings, height } = layOutTrailMap(stops, { through: new Set(), named: new Set() });
      expect(roads.length).toBeLessThanOrEqual(12);
      for (const [above, below] of pairs(roads))
        expect(below.y - above.y).toBeGreaterThanOrEqual(above.endHalfWidth + below.endHalfWidth);
      expect(Math.max(...roads.map(({ y }) => y))).toBeLessThan(height);
      for (const [before, after] of pairs(crossings)) expect(after.share).toBeGreaterThan(before.share);
      for (const { path } of roads) expect(acrossOf(path).every((x) => x >= 0 && x <= MAP_WIDTH)).toBe(true);
      for (const row of [0, 1]) {
        const spans = crossings.filter((crossing) => crossing.row === row).map(spanOf);
        for (const [left, right] of pairs(spans.sort((a, b) => a.from - b.from)))
          expect(left.to).toBeLessThanOrEqual(right.from + 1e-9);
      }
    }),
    { seed: 43, numRuns: 150 },
  );
});

/** Room for a label: 7 px a character of the narrowest plot, 760 px. */
function spanOf({ share, label, anchor }: { share: number; label: string; anchor: string }) {
  const width = label.length * (7 / 760);
  const from = anchor === "start" ? share : anchor === "end" ? share - width : share - width / 2;
  return { from, to: from + width };
}

function pairs<T>(list: readonly T[]): (readonly [T, T])[] {
  return list.slice(1).map((each, at) => [item(list, at), each]);
}

function acrossOf(path: string): number[] {
  return [...path.matchAll(/(-?[\d.]+),-?[\d.]+/g)].map(([, x]) => Number(x));
}
