import { describe, expect, test } from "vitest";
import { decodeLiveValue, decodeScan } from "@/core/scan";
import { SimulatedVehicle } from "./vehicle";
import { VEHICLES } from "./vehicles";
import { vinCheckDigit } from "@/core/vehicle";

const setup = VEHICLES[0];
if (!setup) throw new Error("the stand-in has no vehicle");

const codes = (vehicle: SimulatedVehicle, module: string) =>
  decodeScan(
    ["03", "07", "0A"].flatMap((service) => vehicle.answer(module, service) ?? []),
    "can",
  ).codes.map(({ code, status }) => `${code} ${status}`);

describe("a simulated vehicle", () => {
  test("answers so that the decoder understands every word of it", () => {
    for (const each of VEHICLES) {
      const vehicle = new SimulatedVehicle(each);
      const frames = [
        "01 01",
        "03",
        "07",
        "0A",
        "09 02",
        "02 02 00",
        "02 04 00",
        "02 05 00",
        "02 0C 00",
        "02 0D 00",
      ].map((request) => vehicle.answer("engine", request) ?? "");
      const { vin, faults, monitors } = decodeScan(frames, "can");
      expect([vin, faults, monitors?.ignition]).toEqual([each.vin, [], each.ignition]);
      expect(vinCheckDigit(each.vin), each.vin).toBe(each.vin.charAt(8));
    }
  });

  test("has modules that stay silent and modules that this tool cannot read", () => {
    const vehicle = new SimulatedVehicle(setup);
    expect(vehicle.answer("body", "03")).toBeNull();
    expect(() => vehicle.answer("airbag", "03")).toThrow("foreign");
    expect(vehicle.answer("engine", "22 F1")).toBe("7F 22 11");
    vehicle.act("key-off");
    expect(vehicle.answer("engine", "03")).toBeNull();
  });

  test("brings each cleared code back when its fault says so, and not once it is repaired", () => {
    const vehicle = new SimulatedVehicle(setup);
    vehicle.act("drive");
    const all = () =>
      ["engine", "instruments"].flatMap((module) => codes(vehicle, module)).filter((code) => code.endsWith("stored"));
    expect(all()).toEqual(["P0299 stored", "P0401 stored", "U0140 stored"]);
    for (const name of ["engine", "instruments"]) expect(vehicle.answer(name, "04")).toBe("44");
    expect(all()).toEqual(["U0140 stored"]);
    vehicle.act("key-off");
    vehicle.act("key-on");
    expect(all()).toEqual(["P0401 stored", "U0140 stored"]);
    expect(vehicle.repair("recirculation-slow")).toBe(true);
    expect(vehicle.repair("nothing-like-it")).toBe(false);
    vehicle.answer("engine", "04");
    vehicle.act("drive");
    expect(all()).toEqual(["P0299 stored", "U0140 stored"]);
  });

  test("completes its monitors by driving, and lets a permanent code go only then", () => {
    const vehicle = new SimulatedVehicle(setup);
    const open = () =>
      decodeScan([vehicle.answer("engine", "01 01") ?? ""], "can").monitors?.monitors.filter(
        ({ complete }) => !complete,
      ).length;
    vehicle.repair("recirculation-slow");
    vehicle.repair("vanes-stick");
    vehicle.answer("engine", "04");
    expect(open()).toBeGreaterThan(0);
    expect(codes(vehicle, "engine")).toEqual(["P0401 permanent"]);
    vehicle.act("drive");
    expect(open()).toBe(0);
    expect(codes(vehicle, "engine")).toEqual([]);
  });

  test("warms up once it runs, and its live values are understood", () => {
    let now = 0;
    const vehicle = new SimulatedVehicle(setup, () => now);
    const live = (request: string) => decodeLiveValue(vehicle.answer("engine", request) ?? "");
    expect(live("01 05")).toEqual({ name: "coolant-temperature", value: 18, unit: "degC" });
    expect(live("01 0C")?.value).toBe(0);
    vehicle.act("run");
    now = 20_000;
    expect(live("01 05")?.value).toBeCloseTo(92 - 74 / Math.E, 0);
    expect(live("01 0C")?.value).toBeGreaterThan(780);
    expect(decodeLiveValue("41 0C 2B")).toBeNull();
    expect(decodeLiveValue("7F 01 12")).toBeNull();
  });
});
