import { expect, test } from "vitest";
import { codeFamily, homeModule, readCode } from ".";

test("a code is read however it is written, in its one form", () => {
  expect(["p0340", "P 0340", "P-0340", "u0100", "B1190", "c0035", "P2BAD", "P1ABC"].map(readCode)).toEqual([
    ...["P0340", "P0340", "P0340", "U0100", "B1190", "C0035", "P2BAD", "P1ABC"],
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
