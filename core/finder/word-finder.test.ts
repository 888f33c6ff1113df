import { describe, expect, test } from "vitest";
import { STARTER_WORDS } from "@/server/book/starter-words";
import { OTHER_WORDS, STARTER_SYMPTOMS } from "@/starter";
import { PHRASES } from "@/tests/support/phrases";
import { wordFinder } from "./word-finder";

const SYMPTOMS = [...STARTER_WORDS.symptoms, ...STARTER_SYMPTOMS];
const ranked = wordFinder(SYMPTOMS.map(({ key, label }) => ({ key, label, also: OTHER_WORDS[key] })));

describe("a symptom is found as people say it", () => {
  test.each(PHRASES)("%j", (typed, key) => {
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
