import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { decodeScan, scanFaultText, type Protocol } from ".";

const faults = (frames: string[], protocol: Protocol = "can") =>
  decodeScan(frames, protocol).faults.map(({ frame, fault }) => `${frame}: ${scanFaultText(fault)}`);
const codes = (frames: string[], protocol: Protocol = "can") =>
  decodeScan(frames, protocol).codes.map(({ code, status }) => `${code} ${status}`);
const hexOf = (bytes: readonly number[]) => bytes.map((byte) => byte.toString(16).padStart(2, "0"));

/** A code as the two bytes that a module sends. */
function bytesOf(code: string): number[] {
  const value = ("PCBU".indexOf(code.charAt(0)) << 14) | Number.parseInt(code.slice(1), 16);
  return [value >> 8, value & 0xff];
}

const anyCode = fc
  .tuple(fc.constantFrom("P", "C", "B", "U"), fc.integer({ min: 1, max: 0x3fff }))
  .map(([letter, value]) => letter + value.toString(16).toUpperCase().padStart(4, "0"));

describe("codes", () => {
  test("of all four letters come through both protocols unchanged, whatever the spacing", () => {
    fc.assert(
      fc.property(fc.uniqueArray(anyCode, { maxLength: 40 }), fc.boolean(), fc.nat(4), (list, spaced, padding) => {
        const join = (bytes: readonly number[]) => hexOf(bytes).join(spaced ? " " : "");
        const pairs = list.flatMap(bytesOf);
        const zeros = Array.from({ length: 2 * padding }, () => 0);
        const can = decodeScan([join([0x43, list.length, ...pairs, ...zeros])], "can");
        const serial = decodeScan([join([0x43, ...pairs, ...zeros])], "serial");
        const wanted = list.map((code) => ({ code, module: null, status: "stored" }));
        expect([can.codes, can.faults]).toEqual([wanted, []]);
        expect([serial.codes, serial.faults]).toEqual([wanted, []]);
      }),
      { seed: 59, numRuns: 200 },
    );
  });

  test("have their status by service, and the same from several modules stands once", () => {
    const frames = ["43 02 01 33 04 20", "43 01 01 33", "47 01 01 33", "4A 01 04 20", "4300"];
    expect(codes(frames)).toEqual(["P0133 stored", "P0420 stored", "P0133 pending", "P0420 permanent"]);
    expect(faults(frames)).toEqual([]);
    expect(codes(["43 01 33 00 00 C1 00"], "serial")).toEqual(["P0133 stored", "U0100 stored"]);
  });

  test("that stand before a fault are kept, and the fault is named with its place", () => {
    const frames = [
      "43 02 01 33 04",
      "43 02 01 33",
      "43 01 01 33 04 20",
      "43 01 01 33 0",
      "43 01 01 33 zz",
      "7F 03 12",
      "6A 01",
      "",
      "43",
    ];
    expect(faults(frames)).toMatchInlineSnapshot(`
      [
        "0: is cut off: 4 bytes are announced, 3 are there",
        "1: is cut off: 4 bytes are announced, 2 are there",
        "2: holds 2 more bytes than it announces",
        "3: ends in half a byte",
        "4: holds “z”, which is no hexadecimal digit",
        "5: the module refused service 03: not supported, or a wrong format",
        "6: starts with 6A, which answers no service that is read here",
        "7: is empty",
        "8: is cut off: 1 bytes are announced, 0 are there",
      ]
    `);
    expect(frames.map((frame) => codes([frame]))).toEqual([
      ...Array.from({ length: 5 }, () => ["P0133 stored"]),
      [],
      [],
      [],
      [],
    ]);
    expect(faults(["43 01 33 04"], "serial")).toEqual(["0: ends in half a code"]);
    expect(codes(["43 01 33 04"], "serial")).toEqual(["P0133 stored"]);
  });
});

describe("readiness", () => {
  test("tells the lamp, the number of codes and what is still outstanding, for both kinds of ignition", () => {
    const spark = decodeScan(["41 01 82 07 65 04"], "can").monitors;
    expect(spark).toMatchObject({ milOn: true, codeCount: 2, ignition: "spark" });
    expect(spark?.monitors.filter(({ supported }) => supported)).toEqual([
      ...["misfire", "fuel-system", "components", "catalyst"].map((name) => ({
        name,
        supported: true,
        complete: true,
      })),
      { name: "evaporative-system", supported: true, complete: false },
      ...["oxygen-sensor", "oxygen-sensor-heater"].map((name) => ({ name, supported: true, complete: true })),
    ]);
    const compression = decodeScan(["41 01 00 7F C9 41"], "can").monitors;
    expect(compression).toMatchObject({ milOn: false, codeCount: 0, ignition: "compression" });
    expect(compression?.monitors.filter(({ complete }) => !complete).map(({ name }) => name)).toEqual([
      "misfire",
      "fuel-system",
      "components",
      "nmhc-catalyst",
      "particulate-filter",
    ]);
    expect(compression?.monitors.map(({ name }) => name)).toEqual([
      "misfire",
      "fuel-system",
      "components",
      "nmhc-catalyst",
      "nox-aftertreatment",
      "boost-pressure",
      "exhaust-gas-sensor",
      "particulate-filter",
      "egr-vvt",
    ]);
  });

  test("of several modules is one: the lamp of any, the codes of all", () => {
    const merged = decodeScan(["41 01 01 04 00 00", "41 01 80 44 01 01"], "can").monitors;
    expect(merged).toMatchObject({ milOn: true, codeCount: 1 });
    const outstanding = merged?.monitors.filter(({ supported, complete }) => supported && !complete);
    expect(outstanding?.map(({ name }) => name)).toEqual(["components", "catalyst"]);
  });

  test("that is cut off is none", () => {
    expect(decodeScan(["41 01 82 07"], "can").monitors).toBeNull();
    expect(faults(["41 01 82 07", "41 0C 1A F8"])).toEqual([
      "0: is cut off: 4 bytes are announced, 2 are there",
      "1: parameter 0C of service 01 is not known here",
    ]);
  });
});

describe("a freeze frame", () => {
  test("holds the code that froze it and its values with units", () => {
    const frames = [
      "42 02 00 01 33",
      "42 04 00 80",
      "42 05 00 7B 0C 00 1A F8",
      "42 0D 00 3C",
      "42 10 00 03 E8",
      "42 06 00 90",
    ];
    const { freezeFrame, faults: none } = decodeScan(frames, "can");
    expect(none).toEqual([]);
    expect(freezeFrame).toEqual({
      code: "P0133",
      values: [
        { name: "engine-load", value: (128 * 100) / 255, unit: "%" },
        { name: "coolant-temperature", value: 83, unit: "degC" },
        { name: "engine-speed", value: 1726, unit: "rpm" },
        { name: "vehicle-speed", value: 60, unit: "km/h" },
        { name: "air-flow", value: 10, unit: "g/s" },
        { name: "short-term-trim-bank-1", value: 12.5, unit: "%" },
      ],
    });
  });

  test("that was never frozen is none", () => {
    expect(decodeScan(["42 02 00 00 00"], "can").freezeFrame).toBeNull();
    expect(decodeScan([], "can").freezeFrame).toBeNull();
  });

  test("keeps what stands before a cut", () => {
    const cut = decodeScan(["42 0D 00 3C 0C 00 1A"], "can");
    expect(cut.freezeFrame?.values).toEqual([{ name: "vehicle-speed", value: 60, unit: "km/h" }]);
    expect(faults(["42 0D 00 3C 0C 00 1A"])).toEqual(["0: is cut off: 2 bytes are announced, 1 are there"]);
  });
});

describe("the vehicle's own VIN", () => {
  const VIN = "U9TPK21D0HH100307";
  const ascii = hexOf([...VIN].map((sign) => sign.charCodeAt(0)));

  test("is read with and without a count, padded, and from five serial messages with or without their heads", () => {
    const padded = ["00", "00", "00", ...ascii];
    const messages = Array.from({ length: 5 }, (_, at) => [
      "49",
      "02",
      `0${at + 1}`,
      ...padded.slice(4 * at, 4 * at + 4),
    ]);
    const frames: [string, Protocol][] = [
      [`49 02 01 ${ascii.join(" ")}`, "can"],
      [`4902${ascii.join("")}`, "can"],
      [`49 02 01 ${ascii.join(" ")} 00 00 00`, "can"],
      [`49 02 01 ${padded.join(" ")}`, "serial"],
      [messages.flat().join(" "), "serial"],
    ];
    for (const [frame, protocol] of frames) {
      const { vin, faults: found } = decodeScan([frame], protocol);
      expect([vin, found], frame).toEqual([VIN, []]);
    }
  });

  test("that is cut off or holds what no VIN holds is none", () => {
    expect(
      faults([`49 02 01 ${ascii.slice(0, 12).join(" ")}`, `49 02 01 ${ascii.join(" ").replace("55", "51")}`]),
    ).toEqual(["0: is cut off: 17 bytes are announced, 12 are there", "1: “Q9TPK21D0HH100307” is no VIN"]);
    expect(decodeScan([`49 02 01 ${ascii.slice(0, 12).join(" ")}`], "can").vin).toBeNull();
  });
});

test("rubbish of any kind is named and never throws", () => {
  fc.assert(
    fc.property(
      fc.array(
        fc.oneof(
          fc.string(),
          fc.uint8Array().map((bytes) => hexOf([...bytes]).join("")),
        ),
        { maxLength: 6 },
      ),
      fc.constantFrom<Protocol>("can", "serial"),
      (frames, protocol) => {
        const { faults: found, codes: read } = decodeScan(frames, protocol);
        expect(found.every(({ frame, fault }) => frame < frames.length && scanFaultText(fault).length > 5)).toBe(true);
        expect(read.every(({ code }) => /^[PCBU][0-3][0-9A-F]{3}$/.test(code))).toBe(true);
      },
    ),
    { seed: 61, numRuns: 400 },
  );
});
