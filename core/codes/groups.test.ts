import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { groupsAmong, readCode, silentModules, type CodeGroup } from ".";

const own: CodeGroup = { kind: "supply", title: "5 V supply B", codes: ["P0299", "P0401", "P2002"], note: "" };

describe("codes that belong together", () => {
  test("are those of one circuit, supply or bus, and the shop's own groups come first", () => {
    expect(groupsAmong(["P0340", "P0203", "P0201", "P0401", "P0299", "U0140"], [own])).toEqual([
      { ...own, codes: ["P0299", "P0401"] },
      expect.objectContaining({ kind: "supply", codes: ["P0201", "P0203"] }),
    ]);
    expect(groupsAmong(["U0140", "U0121"], []).map(({ kind }) => kind)).toEqual(["bus"]);
  });

  test("need two of them: one code alone, or one seen twice, shares nothing", () => {
    expect(groupsAmong(["P0201", "P0201", "P0340"], [own])).toEqual([]);
  });

  test("stand once: a group whose codes an earlier one holds says nothing new", () => {
    const twice = groupsAmong(["P0299", "P0401"], [own, { ...own, title: "the same ones again" }]);
    expect(twice.map(({ title }) => title)).toEqual(["5 V supply B"]);
  });

  test("whatever the codes are, every group holds two of them, and each only codes of the job", () => {
    const code = fc
      .tuple(fc.constantFrom("P", "C", "B", "U"), fc.integer({ min: 0, max: 0x3fff }))
      .map(([letter, number]) => readCode(letter + number.toString(16).padStart(4, "0")) ?? "P0000");
    fc.assert(
      fc.property(fc.array(code, { maxLength: 30 }), (codes) => {
        for (const group of groupsAmong(codes, [own])) {
          expect(group.codes.length).toBeGreaterThan(1);
          expect(codes).toEqual(expect.arrayContaining([...group.codes]));
        }
      }),
    );
  });

  test("a module that is reported missing and did not answer is one finding", () => {
    const names = [
      { name: "body", also: ["bcm"] },
      { name: "getriebe", also: ["gearbox", "tcm"] },
    ];
    const silent = (codes: readonly string[], modules: readonly string[]) => silentModules(codes, modules, names);
    expect(silent(["U0140", "U0100", "P0299"], ["body", "airbag"])).toEqual([{ code: "U0140", module: "body" }]);
    // By the shop's own word for it, and by what a tool calls it.
    expect(silent(["U0101"], ["getriebe"])).toEqual([{ code: "U0101", module: "getriebe" }]);
    expect(silent(["U0101"], ["TCM"])).toEqual([{ code: "U0101", module: "TCM" }]);
    expect(silent(["U0101"], ["body"])).toEqual([]);
  });
});
