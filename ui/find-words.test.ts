import { describe, expect, test } from "vitest";
import { STARTER_WORDS } from "@/server/book/starter-words";
import { OTHER_WORDS, STARTER_SYMPTOMS } from "@/starter";
import { wordFinder } from "./find-words";

const SYMPTOMS = [...STARTER_WORDS.symptoms, ...STARTER_SYMPTOMS];
const ranked = wordFinder(SYMPTOMS.map(({ key, label }) => ({ key, label, also: OTHER_WORDS[key] })));

/** What people type, and what has to stand first. */
const FIRST: readonly (readonly [string, string])[] = [
  ["fan", "fan-dead"],
  ["fan dead", "fan-dead"],
  ["blower", "fan-one-speed"],
  ["leak", "oil-leak"],
  ["leaks oil", "oil-leak"],
  ["oil leak", "oil-leak"],
  ["coolant leak", "coolant-loss"],
  ["leaks when it rains", "water-inside"],
  ["gear", "gear-hard"],
  ["gearbox slips", "gear-slips"],
  ["grinds", "brake-squeal"],
  ["shakes", "vibration"],
  ["shudder", "vibration"],
  ["shudder braking", "brake-judder"],
  ["judder", "brake-judder"],
  ["judder brak", "brake-judder"],
  ["steering shakes", "wheel-shake"],
  ["click", "clicks-turning"],
  ["clicks turning", "clicks-turning"],
  ["whine", "hum-with-speed"],
  ["hum", "hum-with-speed"],
  ["squeal", "brake-squeal"],
  ["belt squeal", "belt-chirp"],
  ["brakes squeak", "brake-squeal"],
  ["rattle", "engine-rattle"],
  ["rattles over bumps", "knock-over-bumps"],
  ["clunk", "knock-over-bumps"],
  ["smell of fuel", "fuel-smell"],
  ["petrol smell", "fuel-smell"],
  ["exhaust smell", "exhaust-smell"],
  ["limp", "limp-mode"],
  ["no start", "cranks-no-start"],
  ["does not crank", "no-crank"],
  ["will not turn over", "no-crank"],
  ["cuts out", "stalls"],
  ["stalling", "stalls"],
  ["misfiring", "misfire"],
  ["low power", "low-power"],
  ["grinds gear", "gear-hard"],
  ["sluggish", "low-power"],
  ["engine light", "engine-lamp"],
  ["check light", "engine-lamp"],
  ["overheating", "overheats"],
  ["boils", "overheats"],
  ["flat battery", "battery-flat"],
  ["battery light", "charge-lamp"],
  ["spongy", "brake-soft"],
  ["pulls braking", "brake-pull"],
  ["hot wheel", "brake-hot"],
  ["heavy steering", "steering-heavy"],
  ["no heat", "heater-cold"],
  ["wet carpet", "water-inside"],
  ["black smoke", "smoke-black"],
  ["window", "window-dead"],
];

describe("a symptom is found as people say it", () => {
  test.each(FIRST)("%j", (typed, key) => {
    expect(ranked(typed)[0]).toBe(key);
  });

  test.each(["xqz", "fn", "zz top"])("%j is no word", (typed) => {
    expect(ranked(typed)).toEqual([]);
  });

  test("letters scattered over a word, or in the middle of another, are not meant", () => {
    expect(ranked("fan")).not.toContain("battery-flat");
    expect(ranked("leak")).not.toContain("trailer-lamps");
    expect(ranked("gear")).not.toContain("charge-lamp");
  });

  test("what stands in the middle of a word comes last, and nothing typed leaves every word", () => {
    const find = wordFinder([
      { key: "crank", label: "Crankshaft" },
      { key: "shaft", label: "Shaft" },
      { key: "cover", label: "Shaft cover" },
    ]);
    expect(find("shaft")).toEqual(["shaft", "cover", "crank"]);
    expect(find("sha")).not.toContain("crank");
    expect(find(" ")).toEqual(["crank", "shaft", "cover"]);
  });

  test("no two symptoms are called the same, and every one that is named is there", () => {
    const keys = new Set(SYMPTOMS.map(({ key }) => key));
    expect(Object.keys(OTHER_WORDS).filter((key) => !keys.has(key))).toEqual([]);
    const texts = [...SYMPTOMS.map(({ label }) => label), ...Object.values(OTHER_WORDS).flat()].map((text) =>
      text.toLowerCase(),
    );
    expect(texts.filter((text, at) => texts.indexOf(text) !== at)).toEqual([]);
  });
});
