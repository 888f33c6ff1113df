import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { MOST_REPORT_LETTERS, readScanReport, reportRefusalText } from ".";

function read(text: string) {
  const result = readScanReport(text);
  if (!result.ok) return reportRefusalText(result.refusal);
  const { codes, ...rest } = result.report;
  return { ...rest, codes: codes.map(({ code, module, status }) => `${code} ${module ?? "-"} ${status}`) };
}

describe("a report", () => {
  test("in free text gives codes under the headings of their modules, with their status", () => {
    const text = [
      "Vehicle scan 24.11.2026, VIN: U9TPK21D0HH100307",
      "Engine control unit: 2 faults",
      "  P0299 - Boost pressure too low, pending",
      "  P0401 Recirculation flow, sporadic (instrument lamp off)",
      "Brake system: no faults",
      "Airbag: U0100 communication lost, active",
      "Gearbox P07O0 unreadable",
    ].join("\r\n");
    expect(read(text)).toEqual({
      form: "text",
      codes: ["P0299 engine pending", "P0401 engine history", "U0100 airbag active"],
      modules: ["engine", "brakes", "airbag", "gearbox"],
      vin: "U9TPK21D0HH100307",
      unclear: [{ line: 7, text: "Gearbox P07O0 unreadable" }],
    });
  });

  test("as a table is read with comma, semicolon or tab, with a byte-order mark and quoted cells", () => {
    const rows = (sign: string) =>
      `\ufeff${["Module", "DTC", "Status", "Text"].join(sign)}\r\n${["ABS", "C0035", "confirmed", '"left; front, wheel"'].join(sign)}\n\n${["Engine", "P02", "stored", "odd"].join(sign)}`;
    for (const sign of [",", ";", "\t"])
      expect(read(rows(sign)), JSON.stringify(sign)).toMatchObject({
        form: "table",
        codes: ["C0035 brakes stored"],
        modules: ["brakes", "engine"],
        unclear: [{ line: 4 }],
      });
  });

  test("as JSON is read wherever its codes stand", () => {
    const tree = {
      vin: "U9TPK21D0HH100307",
      units: [
        { unit: "Engine", faults: [{ code: "p0299", status: "Pending" }] },
        { unit: "ABS", faults: [] },
      ],
    };
    expect(read(JSON.stringify(tree))).toMatchObject({
      form: "json",
      codes: ["P0299 engine pending"],
      modules: ["engine", "brakes"],
      vin: "U9TPK21D0HH100307",
    });
    expect(read('[{"code":"U0100","module":"body"}]')).toMatchObject({ codes: ["U0100 body stored"] });
  });
});

describe("what is no report", () => {
  test("is refused in one sentence", () => {
    expect(read("x".repeat(MOST_REPORT_LETTERS + 1))).toContain("too long");
    expect(read("\ufffd\ufffdPNG\r\n\u0000\u0000\u0000\rIHDR P0299")).toContain("no text");
    expect(read("Dear customer, your vehicle is ready.")).toContain("No fault code");
    expect(read("")).toContain("No fault code");
    expect(read('{"code": "P0299"')).toMatchObject({ codes: ["P0299 - stored"], form: "text" });
  });

  test("never throws, whatever it is", () => {
    fc.assert(
      fc.property(
        fc.oneof(
          fc.string({ unit: "binary" }),
          fc.json(),
          fc.string().map((text) => `code,module\n${text}`),
        ),
        (text) => {
          const result = readScanReport(text);
          if (result.ok) for (const { code } of result.report.codes) expect(code).toMatch(/^[PCBU][0-3][0-9A-F]{3}$/);
          else expect(reportRefusalText(result.refusal).length).toBeGreaterThan(20);
        },
      ),
      { seed: 67, numRuns: 400 },
    );
  });
});
