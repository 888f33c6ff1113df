import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { STARTER_WORDS } from "@/server/book/starter-words";
import { OTHER_WORDS, STARTER_PARTS, STARTER_SYMPTOMS } from "@/starter";
import { PHRASES } from "@/tests/support/phrases";
import { understand, type Named, type UnderstoodKind } from "./understand";

const named = (kind: UnderstoodKind, key: string, name = key, owner = ""): Named => ({ kind, key, name, owner });
const words = (kind: UnderstoodKind, list: readonly { readonly key: string; readonly label: string }[]) =>
  list.flatMap(({ key, label }) => [
    named(kind, key, label),
    ...(kind === "symptom" ? (OTHER_WORDS[key] ?? []).map((text) => named(kind, key, text)) : []),
  ]);
const NAMES = [
  ...words("symptom", [...STARTER_WORDS.symptoms, ...STARTER_SYMPTOMS]),
  ...words("condition", STARTER_WORDS.conditions),
  ...words("component", STARTER_PARTS),
  ...words("failure", STARTER_WORDS.failures),
];
const VARIANTS = [
  named("make", "Ombrel"),
  named("model", "Hauler", "Hauler", "Ombrel"),
  named("engine", "D21K"),
  named("transmission", "M6-T"),
];
const PLATE = named("plate", "vehicle-1", "HF 4163");
const PART = named("part-number", "04L-131-501", "04L 131 501");
const known = { identities: [...VARIANTS, PLATE, PART], names: [...NAMES, ...VARIANTS], thisYear: 2026 };
const told = (typed: string) => {
  const { understood, rest } = understand(typed, known);
  return [...understood.map(({ kind, key }) => `${kind} ${key}`), ...rest.map((word) => `? ${word}`)];
};

describe("a question is understood", () => {
  test("as vehicle, symptom, condition, code, year, plate and part number, in any order", () => {
    expect(told("ombrel hauler 2018 limps hot P0299")).toEqual([
      "make Ombrel",
      "model Hauler",
      "year 2018",
      "symptom limp-mode",
      "condition hot",
      "code P0299",
    ]);
    expect(told("p 0299, d21k m6t")).toEqual(["code P0299", "engine D21K", "transmission M6-T"]);
    expect(told("hf-4163 04l131501")).toEqual(["plate vehicle-1", "part-number 04L-131-501"]);
    expect(told("hf 4163 does not start")[0]).toBe("plate vehicle-1");
  });

  test.each([
    ["overheting", "symptom overheats"],
    ["limps", "symptom limp-mode"],
    ["turbo", "component turbocharger"],
    ["tubro", "component turbocharger"],
    ["turbocharger sticks", "component turbocharger"],
    ["misfirng", "symptom misfire"],
    ["starter motr", "component starter-motor"],
    ["Ombrell", "make Ombrel"],
    ["batery", "component battery"],
  ])("with typing errors and other endings: %j", (typed, first) => {
    expect(told(typed)[0]).toBe(first);
  });

  test.each(PHRASES)("as people say it: %j", (typed, key) => {
    const [first] = understand(typed, { ...known, names: NAMES.filter(({ kind }) => kind === "symptom") }).understood;
    // One word may be said of several: it is offered then.
    expect(typed.includes(" ") ? [first?.key] : [first, ...(first?.others ?? [])].map((each) => each?.key)).toContain(
      key,
    );
  });

  test("and what is nothing of the shop's is said to be so, in the order it was typed", () => {
    expect(told("van xqzw P0299 blub")).toEqual(["code P0299", "? van", "? xqzw", "? blub"]);
    expect(told("of the in")).toEqual([]);
  });

  test("with what else the same words may be", () => {
    const [shake] = understand("shakes", known).understood;
    expect(shake?.others.length).toBeGreaterThan(0);
    expect(shake?.others.map(({ key }) => key)).not.toContain(shake?.key);
  });

  test("whatever is typed: each piece is used once, and nothing throws", () => {
    const piece = fc.oneof(
      fc.constantFrom("hot", "leak", "turbo", "P0299", "2018", "HF", "4163"),
      fc.string({ maxLength: 12 }),
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 12 }), (typed) => {
        const { understood, rest } = understand(typed.join(" "), known);
        const used = [...understood.flatMap(({ text }) => text.split(" ")), ...rest];
        expect(used.length).toBeLessThanOrEqual(typed.join(" ").split(/[\s,;!?"“”()]+/).length);
      }),
      { seed: 13, numRuns: 100 },
    );
  });
});
