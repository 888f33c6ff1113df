import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { ALL_VEHICLES, chainFor, groupName, groupsOf, vinCheckDigit } from ".";
import { LARK, PACKET } from "@/tests/support/shop";

describe("the check digit of a VIN", () => {
  const alphabet = [..."0123456789ABCDEFGHJKLMNPRSTUVWXYZ"];
  const vins = fc.array(fc.constantFrom(...alphabet), { minLength: 17, maxLength: 17 }).map((list) => list.join(""));

  /** The same rule by another road: letters count by their place on three rows of a telephone-like table. */
  function bySecondMethod(vin: string): string {
    const rows = ["ABCDEFGH", "JKLMN.P.R", ".STUVWXYZ"];
    const valueOf = (sign: string) =>
      /\d/.test(sign) ? Number(sign) : Math.max(...rows.map((row) => row.indexOf(sign))) + 1;
    const weight = (at: number) => (at === 7 ? 10 : at === 8 ? 0 : at < 7 ? 8 - at : 18 - at);
    const rest = [...vin].reduce((sum, sign, at) => sum + valueOf(sign) * weight(at), 0) % 11;
    return rest === 10 ? "X" : String(rest);
  }

  test("agrees with the rule worked out another way", () => {
    fc.assert(
      fc.property(vins, (vin) => {
        expect(vinCheckDigit(vin)).toBe(bySecondMethod(vin));
      }),
      { seed: 17, numRuns: 500 },
    );
    expect(vinCheckDigit("11111111111111111")).toBe("1");
  });

  test("does not depend on what stands in its own place", () => {
    fc.assert(
      fc.property(vins, fc.constantFrom(...alphabet), (vin, sign) => {
        expect(vinCheckDigit(vin.slice(0, 8) + sign + vin.slice(9))).toBe(vinCheckDigit(vin));
      }),
      { seed: 18 },
    );
  });

  test("is none for a wrong length or a letter that VINs do not use", () => {
    expect([vinCheckDigit("1111"), vinCheckDigit("1111111I111111111"), vinCheckDigit("")]).toEqual([null, null, null]);
  });
});

describe("groups of vehicles", () => {
  test("an engine fault travels with the engine, a gearbox fault with the transmission, the rest with the model", () => {
    const narrowest = (system: string) => chainFor(system, PACKET, 130_000)[0];
    expect(["engine", "fuel", "exhaust", "charging"].map(narrowest)).toEqual(Array(4).fill("engine-band|D21K|2"));
    expect(["transmission", "clutch"].map(narrowest)).toEqual(Array(2).fill("transmission-band|M6-T|2"));
    expect(["body", "electrical", "brakes"].map(narrowest)).toEqual(Array(3).fill("model-band|Tarrow|Packet|2"));
  });

  test("every chain ends at all vehicles, and every one of its groups is counted", () => {
    for (const vehicle of [PACKET, LARK, { ...PACKET, engine: null, transmission: null }])
      for (const km of [null, 0, 59_999, 60_000, 1_000_000]) {
        const counted = groupsOf(vehicle, km);
        expect(new Set(counted).size).toBe(counted.length);
        for (const system of ["engine", "clutch", "body"]) {
          const chain = chainFor(system, vehicle, km);
          expect(chain.at(-1)).toBe(ALL_VEHICLES);
          expect(counted).toEqual(expect.arrayContaining([...chain]));
        }
      }
  });

  test("are called by names that people know", () => {
    expect(chainFor("engine", PACKET, 130_000).map(groupName)).toEqual([
      "engine D21K at 120 000 to 180 000 km",
      "engine D21K",
      "make Tarrow",
      "all vehicles",
    ]);
    expect(groupName(chainFor("body", PACKET, 700_000)[0] ?? ALL_VEHICLES)).toBe("Tarrow Packet past 300 000 km");
  });
});
