import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ALL_VEHICLES } from "@/core/vehicle";
import { advise } from "@/core/plan";
import { countedBook, emptyCase, jobWith } from "@/tests/support/shop";
import { overlaps, shares } from "./overlap";
import { countsIn, placesOf } from "@/core/book";
import { item, num } from "@/core/place";
import { workOutAhead } from "./feature-evidence";
import { pooledRates } from "./pooled-rates";
import { rateRatio } from "@/core/statistics";

describe("how many times as frequent a cause is in a group", () => {
  test("is near once where nothing is known, and where the group is as the rest", () => {
    expect(rateRatio(0, 0)).toBeGreaterThan(0.8);
    expect(rateRatio(0, 0)).toBeLessThan(2);
    for (const expected of [5, 50, 500]) expect(rateRatio(expected, expected)).toBeCloseTo(1, 0);
  });

  test("tells a hot spot from chance: one job where a tenth was expected hardly, six where a half were firmly", () => {
    expect(rateRatio(1, 0.1)).toBeLessThan(4);
    expect(rateRatio(6, 0.4)).toBeGreaterThan(8);
    expect(rateRatio(300, 10)).toBeCloseTo(30, -1);
  });

  test("rises with what was seen and falls with what was expected", () => {
    const count = fc.double({ min: 0, max: 200, noNaN: true });
    fc.assert(
      fc.property(count, count, count, (seen, more, expected) => {
        expect(rateRatio(seen + more, expected)).toBeGreaterThanOrEqual(rateRatio(seen, expected) - 1e-9);
        expect(rateRatio(seen, expected)).toBeGreaterThan(0);
      }),
      { seed: 11, numRuns: 300 },
    );
  });
});

const HOT = "conditions hot";
const shows = (found: string, times: number, conditions: string[]) =>
  Array.from({ length: times }, () => jobWith(found, { symptoms: [{ key: "stalls", conditions }] }));
const CAUSES = [
  "coil/open-when-hot engine",
  "sensor/open-when-hot engine",
  "relay/open-when-hot body",
  "hose/split engine",
  "seal/split body",
];

describe("how often a cause shows a feature", () => {
  const rates = (jobs: ReturnType<typeof shows>) => {
    const book = countedBook({ causes: CAUSES }, jobs);
    const all = book.groups.get(ALL_VEHICLES) ?? new Map();
    return {
      book,
      ...pooledRates(book, {
        feature: "condition|hot",
        seen: book.features.get("condition|hot") ?? new Map(),
        jobs: all,
        affinity: null,
      }),
    };
  };

  test(`is learnt from its own jobs, and with few from its like: what goes open when hot shows when ${HOT.slice(-3)}`, () => {
    const { rate, base } = rates([
      ...shows("coil/open-when-hot", 20, ["hot"]),
      ...shows("sensor/open-when-hot", 20, ["hot"]),
      ...shows("hose/split", 30, []),
    ]);
    const [coil = 0, , relay = 0, hose = 0, seal = 0] = rate;
    expect(coil).toBeGreaterThan(0.9);
    expect(hose).toBeLessThan(0.1);
    // No job yet tells of the relay or of the seal: each is judged by how it fails.
    expect(relay).toBeGreaterThan(1.3 * seal);
    expect(base).toBeGreaterThan(0.5);
  });

  test("stays between never and always, whatever was counted, and is near the truth once much was", () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }), (hot, cold) => {
        const { rate, base } = rates([
          ...shows("coil/open-when-hot", hot, ["hot"]),
          ...shows("coil/open-when-hot", cold, []),
          ...shows("hose/split", 40, []),
        ]);
        for (const each of [...rate, base]) expect(each > 0 && each < 1).toBe(true);
        if (hot + cold >= 30) expect(Math.abs((rate[0] ?? 0) - hot / (hot + cold))).toBeLessThan(0.1);
      }),
      { seed: 12, numRuns: 60 },
    );
  });

  test("with a cause that is not in the book is as with those of its system", () => {
    const { rate, book } = rates([
      ...shows("coil/open-when-hot", 20, ["hot"]),
      ...shows("sensor/open-when-hot", 20, ["hot"]),
      ...shows("seal/split", 20, []),
    ]);
    const { firstSystem } = placesOf(book);
    const [engine = 0, body = 0] = rate.slice(firstSystem);
    expect(engine).toBeGreaterThan(1.1 * body);
  });
});

test("two features that come with the same causes share one say, others keep their own", () => {
  const jobs = [
    ...Array.from({ length: 10 }, () =>
      jobWith("coil/open-when-hot", { symptoms: [{ key: "stalls", conditions: ["hot", "idling"] }] }),
    ),
    ...shows("hose/split", 10, ["uphill"]),
  ];
  const { causes, features } = countedBook({ causes: CAUSES }, jobs);
  const of = (name: string) => features.get(`condition|${name}`) ?? new Map();
  const [hot, idling, uphill] = shares(overlaps(causes, [of("hot"), of("idling"), of("uphill")]));
  expect([hot, idling]).toEqual([0.5, 0.5]);
  expect(uphill).toBe(1);
});

test("what is worked out ahead, piece by piece, is what cases ask: it changes nothing that is concluded", () => {
  const jobs = CAUSES.flatMap((cause, at) => [
    ...shows(cause.split(" ")[0] ?? "", 3, at % 2 ? ["hot"] : ["cold"]),
    jobWith(cause.split(" ")[0] ?? "", {
      codes: [{ code: `P010${at}`, module: "engine", status: "stored" }],
      modulesScanned: ["engine"],
    }),
  ]);
  const [ahead, plain] = [countedBook({ causes: CAUSES }, jobs), countedBook({ causes: CAUSES }, jobs)];
  const pieces = [...workOutAhead(ahead)].length;
  const told = [...ahead.features.keys()].filter((key) => /^(symptom|condition)\|/.test(key)).length;
  expect(pieces).toBe(told + (ahead.codesByModule.get("engine")?.size ?? 0) + 2 * ahead.procedures.length);
  expect(pieces).toBeGreaterThan(CAUSES.length);
  const file = { ...emptyCase, symptoms: [{ key: "stalls", conditions: ["hot"] }], modulesScanned: ["engine"] };
  const odds = (book: typeof plain) =>
    advise(book, file).suspects.map(({ cause, probability }) => [cause.key, probability]);
  expect(odds(ahead)).toEqual(odds(plain));
});

test("a code that was noted where nobody read its module counts at once, and so does what is expected of its system", () => {
  const book = countedBook({ causes: CAUSES }, shows(CAUSES[0]?.split(" ")[0] ?? "", 4, ["hot"]));
  const key = item(book.causes, 0).key;
  const jobs = countsIn(book.groups, ALL_VEHICLES);
  const bySystem = (share: number) => new Float64Array(placesOf(book).systemNames.length).fill(share);
  const rate = (times: number, share: number) => {
    const seen = new Map([[key, { jobs: times, weight: times }]]);
    const affinity = { bySystem: bySystem(share), byCause: null };
    return num(pooledRates(book, { feature: "code|P0101", seen, jobs, affinity }).rate, 0);
  };
  expect(rate(3, 0.1)).toBeGreaterThan(rate(0, 0.1));
  expect(rate(0, 0.5)).toBeGreaterThan(rate(0, 0.1));
});
