import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { readVin, vinCheckDigit, vinCorrections, vinProblemText } from ".";

const NEXT_YEAR = 2027;
const SIGNS = [..."0123456789ABCDEFGHJKLMNPRSTUVWXYZ"];
const vins = fc.array(fc.constantFrom(...SIGNS), { minLength: 17, maxLength: 17 }).map((list) => list.join(""));
const withDigit = (vin: string) => vin.slice(0, 8) + vinCheckDigit(vin) + vin.slice(9);
const problems = (vin: string) => readVin(vin, NEXT_YEAR).problems.map((problem) => vinProblemText(problem));

describe("reading a VIN", () => {
  test("tidies lower case, spaces, dashes and dots", () => {
    const reading = readVin(" u9tpk21d-0h.h100 307 ", NEXT_YEAR);
    expect(reading).toEqual({
      vin: "U9TPK21D0HH100307",
      problems: [],
      checkDigit: { expected: vinCheckDigit("U9TPK21D0HH100307"), actual: "0" },
      wmi: "U9T",
      region: "europe",
      modelYears: [1987, 2017],
    });
  });

  test("asks for the check digit of North American ones, and only reports that of others", () => {
    const american = withDigit("1ZZPK21D0HH100307");
    const wrong = american.slice(0, 8) + (american.charAt(8) === "5" ? "6" : "5") + american.slice(9);
    expect(problems(american)).toEqual([]);
    expect(problems(wrong)).toEqual([expect.stringContaining(`the check digit should be ${american.charAt(8)}`)]);
    expect(readVin(wrong, NEXT_YEAR).problems[0]).toMatchObject({ position: 9 });
    expect(problems(`U${wrong.slice(1)}`)).toEqual([]);
  });

  test("names the letters that VINs do not use, each with its place", () => {
    expect(readVin("U9TPKI1D0HHO00Q07", NEXT_YEAR)).toMatchObject({
      checkDigit: null,
      problems: [
        { code: "unused-letter", position: 6, sign: "I" },
        { code: "unused-letter", position: 12, sign: "O" },
        { code: "unused-letter", position: 15, sign: "Q" },
      ],
    });
    expect(readVin("U9TPK#1D0HH100307", NEXT_YEAR).problems).toEqual([{ code: "no-sign", position: 6, sign: "#" }]);
  });

  test("of a wrong length has no check digit and no year, and says how long it is", () => {
    for (const vin of ["", "U9", "U9TPK21D0HH10030", "U9TPK21D0HH1003077"]) {
      const { checkDigit, modelYears, problems: found } = readVin(vin, NEXT_YEAR);
      expect([checkDigit, modelYears, found]).toEqual([null, [], [{ code: "length", length: vin.length }]]);
    }
    expect(readVin("U9", NEXT_YEAR).wmi).toBeNull();
  });

  test("gives every year of the thirty-year cycle up to next year", () => {
    const yearsOf = (sign: string, last = NEXT_YEAR) => readVin(`U9TPK21D0${sign}H100307`, last).modelYears;
    expect([yearsOf("A"), yearsOf("V"), yearsOf("W"), yearsOf("Y"), yearsOf("9")]).toEqual([
      [1980, 2010],
      [1997, 2027],
      [1998],
      [2000],
      [2009],
    ]);
    expect(yearsOf("V", 2026)).toEqual([1997]);
    expect(["U", "Z", "0"].map((sign) => yearsOf(sign))).toEqual([[], [], []]);
  });

  test("takes U, Z and 0 for no year in North America, and says nothing of them elsewhere", () => {
    for (const sign of ["U", "Z", "0"]) {
      expect(problems(withDigit(`1ZZPK21D0${sign}H100307`))).toEqual([`${sign} stands for no model year`]);
      expect(problems(`U9TPK21D0${sign}H100307`)).toEqual([]);
    }
  });

  test("tells the region by the first character", () => {
    const regions = ["A", "H", "J", "R", "S", "Z", "1", "5", "6", "7", "8", "9", "0"].map(
      (sign) => readVin(`${sign}9TPK21D0HH100307`, NEXT_YEAR).region,
    );
    expect(regions).toEqual([
      "africa",
      "africa",
      "asia",
      "asia",
      "europe",
      "europe",
      "north-america",
      "north-america",
      "oceania",
      "oceania",
      "south-america",
      "south-america",
      null,
    ]);
  });
});

describe("corrections", () => {
  test("hold the right one for every VIN with one character wrong or two neighbours swapped", () => {
    fc.assert(
      fc.property(vins, fc.nat(16), fc.constantFrom(...SIGNS), fc.boolean(), (random, at, sign, swap) => {
        const right = withDigit(random);
        const wrong = swap
          ? right.slice(0, Math.min(at, 15)) +
            right.charAt(Math.min(at, 15) + 1) +
            right.charAt(Math.min(at, 15)) +
            right.slice(Math.min(at, 15) + 2)
          : right.slice(0, at) + sign + right.slice(at + 1);
        fc.pre(wrong !== right);
        const offered = vinCorrections(wrong);
        expect(offered.map(({ vin }) => vin)).toContain(right);
        for (const { vin, positions } of offered) {
          expect(vinCheckDigit(vin)).toBe(vin.charAt(8));
          const differs = [...vin].flatMap((each, place) => (each === wrong.charAt(place) ? [] : [place + 1]));
          expect(differs).toEqual(positions);
        }
      }),
      { seed: 53, numRuns: 200 },
    );
  });

  test("begin with what eyes and fingers mistake", () => {
    const right = withDigit("U9TPK21D0HH100307");
    const [misread] = vinCorrections(right.replace("1D", "ID"));
    expect(misread).toEqual({ vin: right, positions: [7], how: "look-alike" });
    const swapped = vinCorrections(right.slice(0, 15) + right.charAt(16) + right.charAt(15));
    expect(swapped.filter(({ how }) => how === "swapped")).toContainEqual({
      vin: right,
      positions: [16, 17],
      how: "swapped",
    });
    expect(swapped[0]?.how).toBe("swapped");
  });

  test("are none where more is wrong than one character", () => {
    expect(vinCorrections("U9")).toEqual([]);
    expect(vinCorrections("I9TPK2OD0HH100307")).toEqual([]);
  });
});

test("whatever is typed for a VIN, nothing throws, and a sound one is read back however it is written", () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.string({ unit: "binary", maxLength: 20 })), (text) => {
      const { vin, problems } = readVin(text, 2027);
      expect(readVin(vin, 2027).problems).toEqual(problems);
      vinCorrections(vin);
    }),
  );
  fc.assert(
    fc.property(vins, fc.constantFrom(" ", "-", ".", ""), fc.nat(16), (random, gap, at) => {
      const right = withDigit(random);
      const written = `${right.slice(0, at)}${gap}${right.slice(at)}`.toLowerCase();
      expect(readVin(written, 2027)).toEqual(readVin(right, 2027));
      expect(readVin(written, 2027).vin).toBe(right);
    }),
  );
});
