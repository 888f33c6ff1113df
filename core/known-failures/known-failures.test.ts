import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { appliesTo } from "@/core/book";
import type { Vehicle } from "@/core/vehicle";
import {
  bulletinCovers,
  dueAt,
  EVERY_VEHICLE,
  gradeOf,
  overlaps,
  isContradicted,
  readKnownList,
  scopeGrid,
  seenFrom,
  shelfNumber,
  watchedFleet,
  weighPrevention,
  widened,
} from "./index";

const VAN: Vehicle = {
  make: "Tarrow",
  model: "Packet",
  year: 2017,
  engine: "D21K",
  transmission: "M6-T",
  drive: "front",
  market: "coast",
};

describe("where a known failure applies", () => {
  test("is checked rule by rule, sisters beside the own models, and what nobody states is given the benefit of the doubt", () => {
    const rules = { ...EVERY_VEHICLE, make: "Tarrow", models: ["Packet"] };
    expect(appliesTo(rules, VAN)).toBe(true);
    const sister = { ...VAN, make: "Ombrel", model: "Hauler" };
    expect(appliesTo(rules, sister)).toBe(false);
    expect(appliesTo({ ...rules, sisters: [{ make: "Ombrel", model: "Hauler" }] }, sister)).toBe(true);
    expect(appliesTo({ ...rules, sisters: [{ make: "Ombrel", model: "Lark" }] }, sister)).toBe(false);
    expect(appliesTo({ ...rules, drives: ["rear"] }, VAN)).toBe(false);
    const months = { ...rules, built: ["2016-10", "2017-03"] as const };
    expect(appliesTo(months, { ...VAN, built: "2017-03" })).toBe(true);
    expect(appliesTo(months, { ...VAN, built: "2017-04" })).toBe(false);
    expect(appliesTo(months, VAN)).toBe(true);
    expect(appliesTo(months, { ...VAN, year: 2019 })).toBe(false);
    const towing = { ...rules, uses: ["towing"] };
    expect(appliesTo(towing, VAN)).toBe(true);
    expect(appliesTo(towing, { ...VAN, uses: ["short-trips"] })).toBe(false);
    expect(appliesTo(towing, { ...VAN, uses: ["short-trips", "towing"] })).toBe(true);
  });

  test("is drawn by variant and year: failed of known where it speaks, and what it leaves out beside it", () => {
    const of = (year: number, engine: string, vehicles: number, failed: number) => ({
      ...VAN,
      year,
      engine,
      vehicles,
      failed,
    });
    const applies = { ...EVERY_VEHICLE, make: "Tarrow", years: [2016, 2017] as const, engines: ["D21K"] };
    const { years, rows } = scopeGrid(applies, [
      of(2015, "D21K", 3, 1),
      of(2017, "D21K", 4, 2),
      of(2017, "D16F", 2, 0),
    ]);
    expect(years).toEqual([2015, 2016, 2017]);
    expect(rows.map(({ name }) => name)).toEqual(["Tarrow Packet D16F M6-T", "Tarrow Packet D21K M6-T"]);
    expect(rows[1]?.cells).toEqual([
      { isIn: false, vehicles: 3, failed: 1 },
      { isIn: true, vehicles: 0, failed: 0 },
      { isIn: true, vehicles: 4, failed: 2 },
    ]);
    expect(rows[0]?.cells.some(({ isIn }) => isIn)).toBe(false);
    expect(scopeGrid(applies, []).rows).toEqual([]);
  });
});

describe("two scopes", () => {
  const scope = (more: object) => ({ ...EVERY_VEHICLE, ...more });
  test("may speak of the same vehicle unless one rules out what the other names", () => {
    const packets = scope({ make: "Tarrow", models: ["Packet"], years: [2014, 2017] });
    expect(overlaps(packets, EVERY_VEHICLE)).toBe(true);
    expect(overlaps(packets, scope({ make: "Tarrow", models: ["Packet", "Letter"], years: [2017, 2020] }))).toBe(true);
    expect(overlaps(packets, scope({ make: "Tarrow", models: ["Packet"], years: [2018, 2020] }))).toBe(false);
    expect(overlaps(packets, scope({ make: "Ombrel" }))).toBe(false);
    expect(overlaps(packets, scope({ engines: ["D16F"] }))).toBe(true);
    const withSister = scope({ make: "Ombrel", models: ["Hauler"], sisters: [{ make: "Tarrow", model: "Packet" }] });
    expect([overlaps(packets, withSister), overlaps(withSister, packets)]).toEqual([true, true]);
  });

  test("made one speak of every vehicle that either spoke of", () => {
    const pick = (list: readonly string[]) => fc.subarray([...list]);
    const arbitrary = fc.record({
      make: fc.constantFrom(null, "Tarrow", "Ombrel"),
      models: pick(["Packet", "Letter", "Hauler"]),
      years: fc.constantFrom(null, [2014, 2016] as const, [2016, 2019] as const),
      engines: pick(["D21K", "D16F"]),
      transmissions: pick(["M6-T"]),
      markets: pick(["coast"]),
      drives: pick(["front", "rear"]),
      built: fc.constantFrom(null, ["2015-02", "2016-09"] as const),
      uses: pick(["towing", "salt"]),
    });
    const vehicle = fc.record({
      make: fc.constantFrom("Tarrow", "Ombrel"),
      model: fc.constantFrom("Packet", "Letter", "Hauler"),
      year: fc.integer({ min: 2013, max: 2020 }),
      engine: fc.constantFrom(null, "D21K", "D16F"),
      transmission: fc.constantFrom(null, "M6-T"),
      drive: fc.constantFrom(null, "front"),
      market: fc.constantFrom(null, "coast"),
      built: fc.constantFrom(null, "2015-06", "2018-01"),
      uses: fc.constantFrom(null, ["towing"], ["salt"]),
    });
    fc.assert(
      fc.property(arbitrary, arbitrary, vehicle, (a, b, one) => {
        fc.pre(appliesTo(a, one) || appliesTo(b, one));
        expect(appliesTo(widened(a, b), one)).toBe(true);
      }),
      { numRuns: 400 },
    );
  });
});

describe("a recall", () => {
  const recall = { kind: "recall", reference: "R", pays: "", until: null, vins: null, built: null } as const;
  test("covers by VIN without its check digit, by last signs or by month, until its last day; else it says that it cannot tell", () => {
    const vin = "U9TPK21D0HH100301";
    const whole = { ...recall, vins: ["U9TPK21D5HH100300", "U9TPK21D9HH100310"] as const };
    expect(bulletinCovers(whole, { vin }, "2026-01-01")).toBe(true);
    expect(bulletinCovers(whole, { vin: "U9TPK21D0HH100311" }, "2026-01-01")).toBe(false);
    expect(bulletinCovers(whole, { vin: "U9MHL25D0HH100301" }, "2026-01-01")).toBe(false);
    expect(bulletinCovers({ ...recall, vins: ["100290", "100301"] }, { vin }, "2026-01-01")).toBe(true);
    expect(bulletinCovers(whole, { vin: null }, "2026-01-01")).toBeNull();
    const months = { ...recall, built: ["2017-01", "2017-05"] as const };
    expect(bulletinCovers(months, { built: "2017-05" }, "2026-01-01")).toBe(true);
    expect(bulletinCovers(months, { built: "2017-06" }, "2026-01-01")).toBe(false);
    expect(bulletinCovers(months, {}, "2026-01-01")).toBeNull();
    expect(bulletinCovers({ ...recall, until: "2026-03-31" }, {}, "2026-03-31")).toBe(true);
    expect(bulletinCovers({ ...recall, until: "2026-03-31" }, {}, "2026-04-01")).toBe(false);
  });
});

test("a grade is what the jobs show, and only what nobody here had is contradicted", () => {
  expect(gradeOf("proved", { for: 0, proved: 0 })).toBe("hearsay");
  expect(gradeOf("bulletin", { for: 0, proved: 0 })).toBe("bulletin");
  expect(gradeOf("hearsay", { for: 2, proved: 0 })).toBe("seen");
  expect(gradeOf("hearsay", { for: 2, proved: 1 })).toBe("proved");
  expect(isContradicted({ for: 0, against: 2 })).toBe(false);
  expect(isContradicted({ for: 0, against: 3 })).toBe(true);
  expect(isContradicted({ for: 1, against: 30 })).toBe(false);
});

test("a vehicle stands before, in or beyond the odometers at which it comes", () => {
  const window = [90_000, 160_000] as const;
  expect([60_000, 70_000, 90_000, 160_000, 160_001].map((km) => dueAt(window, km))).toEqual([
    "later",
    "soon",
    "now",
    "now",
    "past",
  ]);
  expect(dueAt(null, 1)).toBe("any");
  expect(dueAt(window, null)).toBe("any");
});

describe("what was watched", () => {
  test("begins where a vehicle first came, and leaves out who came with it and who was seen once", () => {
    const seen = (firstKm: number, lastKm: number, failedKm: number | null = null) => ({ firstKm, lastKm, failedKm });
    const fleet = watchedFleet([
      seen(10, 100, 60),
      seen(20, 90),
      seen(30, 120),
      seen(40, 110, 100),
      seen(50, 50, 50),
      seen(70, 70),
      seen(200, 300, 290),
    ]);
    expect([fleet.cameWithIt, fleet.seenOnce]).toEqual([1, 1]);
    // Three were on the road from 30 to 90; the one beyond would decide alone.
    expect(fleet.span).toEqual([30, 90]);
    expect(fleet.watched).toEqual([
      { enteredKm: 30, km: 60, failed: true },
      { enteredKm: 30, km: 90, failed: false },
      { enteredKm: 30, km: 90, failed: false },
      { enteredKm: 40, km: 90, failed: false },
    ]);
    expect(seenFrom(fleet.watched, 45, 20)).toEqual({ watched: 4, failed: 1 });
    expect(watchedFleet([seen(1, 9), seen(2, 8)]).span).toBeNull();
  });

  test("never grows by being looked at closer, and stays within the span", () => {
    const vehicle = fc.record({ firstKm: fc.nat(1000), on: fc.nat(500), fails: fc.option(fc.nat(500)) });
    fc.assert(
      fc.property(fc.array(vehicle, { maxLength: 30 }), (dealt) => {
        const seen = dealt.map(({ firstKm, on, fails }) => ({
          firstKm,
          lastKm: firstKm + on,
          failedKm: fails !== null && fails <= on ? firstKm + fails : null,
        }));
        const { watched, span, cameWithIt, seenOnce } = watchedFleet(seen);
        expect(watched.length + cameWithIt + seenOnce).toBeLessThanOrEqual(seen.length);
        for (const { enteredKm, km } of watched) {
          expect(enteredKm).toBeLessThan(km);
          expect(span && enteredKm >= span[0] && km <= span[1]).toBe(true);
        }
      }),
    );
  });
});

describe("prevention and the shelf", () => {
  test("waiting costs its chance; it pays from the share that it costs now of what it costs then", () => {
    expect(weighPrevention({ costNow: 100, costThen: 400, chance: 0.5 })).toEqual({
      wait: 200,
      saves: 100,
      breakEven: 0.25,
    });
    expect(weighPrevention({ costNow: 500, costThen: 400, chance: 1 }).breakEven).toBeNull();
    expect(() => weighPrevention({ costNow: 1, costThen: 1, chance: 1.1 })).toThrow("weighPrevention");
  });

  test("keeps as many as meet the demand of 95 in 100 waits, counted term by term", () => {
    const served = (expected: number, number: number) => {
      let sum = 0;
      for (let k = 0; k <= number; k++) {
        let term = Math.exp(-expected);
        for (let factor = 1; factor <= k; factor++) term *= expected / factor;
        sum += term;
      }
      return sum;
    };
    expect(shelfNumber(0)).toBe(0);
    expect(shelfNumber(1)).toBe(3);
    for (const expected of [0.02, 0.3, 1, 2.5, 7, 40]) {
      const number = shelfNumber(expected);
      expect(served(expected, number)).toBeGreaterThanOrEqual(0.95);
      if (number > 0) expect(served(expected, number - 1)).toBeLessThan(0.95);
    }
  });
});

test("a list is read whole, and each line that is none says why", () => {
  const text = [
    "Title;Component;Failure;Make;Models;Years;Km;Symptoms;Kind;Reference",
    "Packet: loom;door-loom;broken-wire;Tarrow;Packet, Letter;2014-2018;90000-160000;door-no-power;recall;T-9",
    ";;;;;;;;;",
    "Backwards years;;;;;two;;vibration;;",
    "Recall of nothing;;;;;;;vibration;recall;",
    "Packet: loom;;;;;;;vibration;;",
    ";door-loom;broken-wire;;;;;;;",
  ].join("\r\n");
  const list = readKnownList(text);
  expect(list?.rows).toEqual([
    expect.objectContaining({
      title: "Packet: loom",
      applies: { make: "Tarrow", models: ["Packet", "Letter"], years: [2014, 2018], engines: [] },
      odometerKm: [90_000, 160_000],
      evidence: "bulletin",
      details: { bulletin: { kind: "recall", reference: "T-9" } },
    }),
  ]);
  expect(list?.problems.map(({ line }) => line)).toEqual([4, 5, 6, 7]);
  expect(readKnownList("name,what\na,b")).toBeNull();
});
