import fc from "fast-check";
import { expect, test } from "vitest";
import { codeFamily, homeModule, readCode } from ".";

test("a code is read however it is written, in its one form", () => {
  expect(["p0340", "P 0340", "P-0340", "u0100", "B1190", "c0035", "P2BAD", "P1ABC"].map(readCode)).toEqual([
    "P0340",
    "P0340",
    "P0340",
    "U0100",
    "B1190",
    "C0035",
    "P2BAD",
    "P1ABC",
  ]);
});

test("what is no code is none", () => {
  expect(["", "P034", "P03400", "P4340", "X0340", "POOOO", "P0G40", "0340"].map(readCode)).toEqual(Array(8).fill(null));
});

test("the letter tells the module, the first three characters the family", () => {
  expect(["P0299", "C0035", "B1190", "U0100"].map(homeModule)).toEqual(["engine", "chassis", "body", "network"]);
  expect(codeFamily("P0299")).toBe(codeFamily("P0234"));
  expect(codeFamily("P0299")).not.toBe(codeFamily("P0299".replace("P02", "P03")));
});

test("whatever is typed, nothing throws, and every code is read back from any way to write it", () => {
  fc.assert(
    fc.property(fc.string({ maxLength: 12 }), (text) => {
      const code = readCode(text);
      if (code !== null) expect(readCode(code)).toBe(code);
    }),
  );
  const spacer = fc.constantFrom("", " ", "-", "  ");
  const code = fc
    .tuple(fc.constantFrom(..."PCBU"), fc.integer({ min: 0, max: 0x3fff }))
    .map(([letter, number]) => letter + number.toString(16).toUpperCase().padStart(4, "0"));
  fc.assert(
    fc.property(code, spacer, fc.boolean(), (text, gap, small) => {
      const written = text.charAt(0) + gap + text.slice(1);
      expect(readCode(small ? written.toLowerCase() : written)).toBe(text);
    }),
  );
});
