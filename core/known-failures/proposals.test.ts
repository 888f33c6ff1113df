import { describe, expect, test } from "vitest";
import { exactUpperTail, falseDiscoveryRates } from "@/core/statistics";
import { proposalsFrom, type CauseSeen, type VariantCount } from "./proposals";

/** A sequence of numbers between 0 and 1 from a seed (mulberry32). */
function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

const MODELS = ["Packet", "Letter", "Lark", "Hauler", "Minnow"];
const ENGINES = ["D21K", "P16V", "D22R"];

interface Car {
  readonly variant: number;
  readonly cause: string;
}

/** Four hundred vehicles with a job each; one cause is planted in one engine of some years, or all are shuffled. */
function shop(seed: number, shuffled: boolean) {
  const next = dice(seed);
  const variants: VariantCount[] = MODELS.flatMap((model) =>
    ENGINES.flatMap((engine) =>
      Array.from({ length: 6 }, (_, at) => ({
        make: model < "M" ? "Ombrel" : "Tarrow",
        model,
        engine,
        year: 2014 + at,
        transmission: null,
        market: null,
        vehicles: 0,
      })),
    ),
  );
  const cars: Car[] = Array.from({ length: 400 }, () => {
    const variant = Math.floor(next() * variants.length);
    const { engine, year } = variants[variant] ?? { engine: "", year: 0 };
    const planted = engine === "D21K" && year >= 2016 && year <= 2018 && next() < 0.4;
    return { variant, cause: planted ? "pump/worn" : `part-${Math.floor(next() * 25)}/worn` };
  });
  const found = cars.map(({ cause }) => cause);
  if (shuffled)
    for (let at = found.length - 1; at > 0; at--) {
      const other = Math.floor(next() * (at + 1));
      [found[at], found[other]] = [found[other] ?? "", found[at] ?? ""];
    }
  const causes = new Map<string, CauseSeen & { seen: { variant: number; vehicles: number; jobs: string[] }[] }>();
  for (const [at, { variant }] of cars.entries()) {
    const key = found[at] ?? "";
    const [component = "", failure = ""] = key.split("/");
    const cause = causes.get(key) ?? { component, failure, seen: [] };
    cause.seen.push({ variant, vehicles: 1, jobs: [`job-${at}`] });
    causes.set(key, cause);
  }
  const counted = variants.map((each, at) => ({
    ...each,
    vehicles: cars.filter(({ variant }) => variant === at).length,
  }));
  return proposalsFrom(counted, [...causes.values()]);
}

describe("what the jobs propose", () => {
  test("is what was planted in them, in the group that says it best, once", () => {
    for (let seed = 1; seed <= 20; seed++) {
      const found = shop(seed, false).filter(({ component }) => component === "pump");
      expect([seed, found.length]).toEqual([seed, 1]);
      expect(found[0]?.applies.engines).toEqual(["D21K"]);
      expect(found[0]?.jobs.length).toBeGreaterThanOrEqual(3);
      expect(found[0]?.rateRatioLow).toBeGreaterThan(2);
      expect(found[0]?.inGroup.with).toBe(found[0]?.jobs.length);
    }
  });

  test("is next to nothing where the causes were dealt out by chance", () => {
    const seeds = Array.from({ length: 20 }, (_, at) => shop(100 + at, true));
    const falsely = seeds.filter((found) => found.length > 0).length;
    expect(falsely / seeds.length).toBeLessThan(0.1);
  });
});

describe("the tests behind it", () => {
  test("the exact test adds up to what counting every way of drawing gives", () => {
    const ways = (n: number, k: number): number => (k === 0 || k === n ? 1 : ways(n - 1, k - 1) + ways(n - 1, k));
    for (const [seen, drawn, having, all] of [
      [3, 4, 5, 12],
      [0, 4, 5, 12],
      [2, 6, 2, 9],
      [7, 9, 8, 14],
    ] as const) {
      let sum = 0;
      for (let k = seen; k <= Math.min(drawn, having); k++)
        if (drawn - k <= all - having) sum += (ways(having, k) * ways(all - having, drawn - k)) / ways(all, drawn);
      expect(exactUpperTail({ seen, drawn, having, all })).toBeCloseTo(sum, 9);
    }
    // Fisher's tasting of eight cups: all four told right.
    expect(exactUpperTail({ seen: 4, drawn: 4, having: 4, all: 8 })).toBeCloseTo(1 / 70, 12);
    expect(() => exactUpperTail({ seen: 5, drawn: 4, having: 4, all: 8 })).toThrow();
  });

  test("false discovery rates are the least level at which the step-up rule still takes each", () => {
    // Benjamini and Hochberg 1995, example of 15 comparisons: four stand at a rate of 0.05.
    const p = [
      0.0001, 0.0004, 0.0019, 0.0095, 0.0201, 0.0278, 0.0298, 0.0344, 0.0459, 0.324, 0.4262, 0.5719, 0.6528, 0.759, 1,
    ];
    const rates = falseDiscoveryRates(p);
    expect(rates.filter((rate) => rate <= 0.05)).toHaveLength(4);
    const stepUp = (level: number) => {
      const sorted = [...p].sort((a, b) => a - b);
      const last = sorted.findLastIndex((each, at) => each <= (level * (at + 1)) / p.length);
      return p.map((each) => last >= 0 && each <= (sorted[last] ?? 0));
    };
    for (const level of [0.01, 0.05, 0.1, 0.25]) expect(rates.map((rate) => rate <= level)).toEqual(stepUp(level));
  });
});
