import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { codeStructure, genericText, genericTexts, readCode, readCodeList, writeCodeList, type CodeListRow } from ".";

describe("a code's own characters", () => {
  test("tell system, whose it is, and where the standard gives one the area", () => {
    const told = ["P0299", "P1299", "P2452", "P3055", "P3400", "C0035", "C1234", "B0001", "U0100", "U1000"].map(
      (code) => {
        const { system, whose, area } = codeStructure(code);
        return `${code}: ${system}, ${whose}, ${area}`;
      },
    );
    expect(told).toMatchInlineSnapshot(`
      [
        "P0299: powertrain, generic, fuel injection and boost",
        "P1299: powertrain, maker, null",
        "P2452: powertrain, generic, emission control",
        "P3055: powertrain, maker, null",
        "P3400: powertrain, generic, cylinder control and other powertrain",
        "C0035: chassis, generic, null",
        "C1234: chassis, maker, null",
        "B0001: body, generic, null",
        "U0100: network, generic, communication with a module lost",
        "U1000: network, maker, null",
      ]
    `);
  });
});

test("every generic text belongs to a generic code and names no part to buy", () => {
  const codes = [...genericTexts().keys()];
  expect(codes.length).toBeGreaterThan(600);
  // Each is said once, in one of the lists.
  expect(new Set([...genericTexts().values()]).size).toBe(codes.length);
  for (const code of codes) {
    expect(readCode(code), code).toBe(code);
    expect(codeStructure(code).whose, code).toBe("generic");
    expect(genericText(code), code).not.toMatch(/replace|renew|faulty/i);
  }
});

test("runs of codes are counted as the codes are", () => {
  expect(["P0304", "P0113", "P0674", "P0268", "P2309", "U0129", "P0078", "P0080", "P0999"].map(genericText)).toEqual([
    "Misfire of cylinder 4",
    "Intake air temperature sensor: signal high",
    "Glow plug of cylinder 4: circuit",
    "Injector of cylinder 3: signal high",
    "Ignition coil D: primary circuit low",
    "No communication with the brake system control unit",
    "Exhaust valve control: circuit, bank 1",
    "Exhaust valve control: signal high, bank 1",
    null,
  ]);
});

describe("a code list", () => {
  const row = fc.record<CodeListRow>({
    code: fc.integer({ min: 0, max: 0x3fff }).map((value) => `P${value.toString(16).toUpperCase().padStart(4, "0")}`),
    make: fc.constantFrom("", "Tarrow", "Kestrin"),
    meaning: fc.string({ minLength: 1 }).map((text) => `m${text.replace(/\s+/g, " ").trim()}`),
    note: fc.constantFrom("", 'says "so", he', "two; parts", "a\nb"),
  });

  test("comes back from CSV as it went", () => {
    fc.assert(
      fc.property(fc.uniqueArray(row, { selector: ({ code, make }) => code + make, maxLength: 20 }), (rows) => {
        expect(readCodeList(writeCodeList(rows))).toEqual({ rows, problems: [] });
      }),
      { seed: 71 },
    );
  });

  test("is read with other separators, a byte-order mark and columns in any order", () => {
    expect(readCodeList("\ufeffMeaning;Code;Make\r\nDoor bus quiet;b1190;Ombrel\r\n\r\n")).toEqual({
      rows: [{ code: "B1190", make: "Ombrel", meaning: "Door bus quiet", note: "" }],
      problems: [],
    });
  });

  test("names the line of everything it cannot take, and is none without its heading", () => {
    const text = "code,meaning\nP0299,Low\nX1,What\nP0300,\nP0299,Again\n";
    expect(readCodeList(text)?.problems).toEqual([
      { line: 3, why: "no-code", text: "X1, What" },
      { line: 4, why: "no-meaning", text: "P0300" },
      { line: 5, why: "twice", text: "P0299, Again" },
    ]);
    expect(readCodeList("\ufffdPNG\u0000IHDR")).toBeNull();
  });
});
