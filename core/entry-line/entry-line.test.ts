import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { completeLine, readEntryLine, type LineWords } from ".";

const WORDS: LineWords = {
  symptoms: [
    { key: "low-power", label: "Low power" },
    { key: "hum", label: "Hum that follows road speed" },
  ],
  conditions: [
    { key: "hot", label: "When hot" },
    { key: "uphill", label: "Uphill" },
    { key: "short-trips", label: "On short trips" },
  ],
};

/** Only what was understood, in a few words. */
function read(line: string): Record<string, unknown> {
  const { codes, ...rest } = readEntryLine(line, WORDS);
  const all = { codes: codes.map(({ code, status }) => `${code} ${status}`), ...rest };
  const isNothing = (value: unknown) =>
    value === null || value === "" || value === false || (Array.isArray(value) && !value.length);
  return Object.fromEntries(Object.entries(all).filter(([, value]) => !isNothing(value)));
}

describe("a line", () => {
  test("holds codes with their status and minutes, anywhere", () => {
    expect(read("p0340 pending 12m")).toEqual({ codes: ["P0340 pending"], minutes: 12 });
    expect(read("P2002 pending, P0401")).toEqual({ codes: ["P2002 pending", "P0401 stored"] });
    expect(read("P0299; u0100 history 6 min")).toEqual({ codes: ["P0299 stored", "U0100 history"], minutes: 6 });
    expect(read("P0299, P0299 permanent")).toEqual({ codes: ["P0299 permanent"] });
  });

  test('holds symptoms and conditions by their words, with or without "when", and what is denied', () => {
    expect(read("low power, uphill, not hot, short trips")).toEqual({
      symptoms: ["low-power"],
      conditions: ["uphill", "short-trips"],
      denied: ["hot"],
    });
    expect(read("WHEN HOT; not on short trips")).toEqual({ conditions: ["hot"], denied: ["short-trips"] });
  });

  test("holds the odometer in either unit, and takes no other distance for it", () => {
    expect(read("148 320 km")).toEqual({ odometerKm: 148320 });
    expect(read("92162 mi")).toEqual({ odometerKm: 148320 });
    expect(read("drove 40 km")).toEqual({ note: "drove 40 km" });
    expect(read("120 km")).toEqual({ note: "120 km" });
    expect(read("99999999 km")).toEqual({ note: "99999999 km" });
  });

  test("holds whether the complaint shows itself, counted or not", () => {
    expect(read("reproduced")).toEqual({ confirmation: { result: "reproduced", times: null, tries: null } });
    expect(read("sometimes 2 of 4, 20m")).toEqual({
      confirmation: { result: "sometimes", times: 2, tries: 4 },
      minutes: 20,
    });
    expect(read("not reproduced 0 of 3")).toEqual({ confirmation: { result: "not-reproduced", times: 0, tries: 3 } });
    expect(read("reproduced 5 of 4")).toEqual({ note: "reproduced 5 of 4" });
  });

  test("holds that codes were cleared", () => {
    expect(read("cleared, P0299 4m")).toEqual({ cleared: true, codes: ["P0299 stored"], minutes: 4 });
  });

  test("keeps everything else as a note, whole, even where a known word stands in it", () => {
    expect(read("rubbed on the clip 4 min")).toEqual({ note: "rubbed on the clip 4 min", minutes: 4 });
    expect(read("low power, but only when it is hot outside")).toEqual({
      symptoms: ["low-power"],
      note: "but only when it is hot outside",
    });
    expect(read("battery 12.5 V")).toEqual({ note: "battery 12.5 V" });
    expect(read("M6 bolt sheared")).toEqual({ note: "M6 bolt sheared" });
    expect(read("")).toEqual({});
  });

  test("loses nothing that was typed", () => {
    const word = fc.constantFrom(
      "P0340",
      "p2002 pending",
      "12m",
      "7 min",
      "hums",
      "(left)",
      "12.5 V",
      "ümlaut",
      "P03",
      "low power",
      "hot",
      "not uphill",
      "148320 km",
      "reproduced 1 of 2",
      "cleared",
      "of the left",
      "sometimes",
    );
    fc.assert(
      fc.property(fc.array(word, { maxLength: 8 }), fc.constantFrom(", ", "; ", " "), (pieces, between) => {
        const line = pieces.join(between);
        const { codes, minutes, note, ...rest } = readEntryLine(line, WORDS);
        const found = `${JSON.stringify(rest)} ${codes.map(({ code }) => code.toLowerCase()).join(" ")} ${note.toLowerCase()}`;
        const understood = ["low-power", "148320", "reproduced", 'cleared":true', "sometimes", "hot", "uphill"];
        for (const typed of line
          .toLowerCase()
          .split(/[\s,;]+/)
          .filter((each) => each.length > 3)) {
          const known =
            found.includes(typed) || understood.some((each) => each.includes(typed) && found.includes(each));
          const status = typed === "pending" && codes.length > 0;
          const power = typed === "power" && found.includes("low-power");
          const clear = typed === "cleared" && rest.cleared;
          expect(known || status || power || clear || minutes !== null, `${typed} of "${line}"`).toBe(true);
        }
      }),
      { seed: 41, numRuns: 400 },
    );
  });
});

describe("Tab", () => {
  test("completes the last piece to a word of the shop", () => {
    expect(completeLine("low", WORDS)).toBe("Low power");
    expect(completeLine("P0299 pending, uph", WORDS)).toBe("P0299 pending, Uphill");
    expect(completeLine("low power, not short", WORDS)).toBe("low power, not On short trips");
    expect(readEntryLine("low power, not On short trips", WORDS).denied).toEqual(["short-trips"]);
  });

  test("leaves alone what begins like nothing, is too short or is complete", () => {
    expect([
      completeLine("x", WORDS),
      completeLine("zzz", WORDS),
      completeLine("Uphill", WORDS),
      completeLine("", WORDS),
    ]).toEqual([null, null, null, null]);
  });
});
