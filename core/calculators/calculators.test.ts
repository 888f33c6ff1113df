import { describe, expect, test } from "vitest";
import { formatQuantity, type Quantity, type Unit } from "@/core/measure";
import { doubtLeft } from "@/core/proof";
import { calculate, CALCULATORS, findingText, type Given } from ".";

const q = (value: number, unit: Unit): Quantity => ({ value, unit });

function compute(key: string, given: Given) {
  const calculator = CALCULATORS.find((each) => each.key === key);
  if (!calculator) throw new Error(`no calculator ${key}`);
  const result = calculate(calculator, given);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  const values = result.lines.map(
    ({ label, value }) => `${label}: ${typeof value === "string" ? value : formatQuantity(value)}`,
  );
  return { sentence: findingText(result.finding), values };
}

const TYRE = { width: q(205, "mm"), aspect: q(65, "%"), rim: q(16, "in") };

describe("the calculators", () => {
  test("of electricity agree with what a notebook gives", () => {
    // 6 m of 16 mm² copper: 6 / (58 · 16) = 6.466 mΩ; at 150 A 0.97 V.
    expect(compute("cable-drop", { length: q(6, "m"), area: q(16, "mm2"), current: q(150, "A") }).values).toEqual([
      "Drop: 0.9698 V",
      "Resistance: 0.006466 Ω",
      "Heat in the cable: 145.5 W",
    ]);
    expect(compute("joint-resistance", { drop: q(400, "mV"), current: q(80, "A") }).values[0]).toBe(
      "Resistance: 0.005 Ω",
    );
    // 1 kΩ of copper at 80 °C: 1000 / (1 + 0.00393 · 60) = 809.2 Ω at 20 °C.
    expect(
      compute("resistance-at-temperature", {
        resistance: q(1, "kohm"),
        measuredAt: q(80, "degC"),
        wantedAt: q(68, "degF"),
        metal: "copper",
      }).values,
    ).toEqual(["Resistance: 809.2 Ω"]);
    const fuse = { power: q(120, "W"), voltage: q(12, "V"), fuse: q(10, "A") };
    expect(compute("power-fuse", fuse)).toMatchObject({ sentence: expect.stringContaining("runs hot") });
    expect(compute("power-fuse", fuse).values.at(-1)).toBe("Smallest fuse that carries it: 15 A");
    // (70 Ah · 40 %) / 0.41 A = 68.3 h
    expect(
      compute("parasitic-drain", { current: q(410, "mA"), capacity: q(70, "Ah"), state: q(90, "%") }).values[0],
    ).toBe("Until half charge: 2.846 d");
  });

  test("plan charging so that a try is never started on less than it needs", () => {
    const plan = { now: q(40, "%"), needed: q(70, "%"), gain: q(8, "%"), block: q(20, "min"), loss: q(6, "%") };
    expect(compute("charge-plan", plan).values).toEqual([
      "Blocks: 4",
      "Minutes: 80 min",
      "Tries then: 1",
      "State before the first try: 72 %",
    ]);
    expect(compute("charge-plan", { ...plan, now: q(90, "%") })).toMatchObject({
      sentence: expect.stringMatching(/^Enough for 4 tries now\. It stands at 90 %/),
    });
    for (let now = 0; now <= 100; now += 7)
      for (let needed = 0; needed <= 100; needed += 9) {
        const { values } = compute("charge-plan", { ...plan, now: q(now, "%"), needed: q(needed, "%") });
        const number = (at: number) => Number(/[\d.]+/.exec(values[at] ?? "")?.[0]);
        const [blocks, tries] = [number(0), number(2)];
        const state = Math.min(100, now + blocks * 8);
        expect(state).toBeGreaterThanOrEqual(needed);
        expect(state - (tries - 1) * 6).toBeGreaterThanOrEqual(needed);
        if (blocks > 0) expect(now + (blocks - 1) * 8).toBeLessThan(needed);
      }
  });

  test("of turning parts tell wheel, shaft and engine apart", () => {
    // 205/65 R16: diameter 672.9 mm, rolls 2.052 m; 100 km/h turn the wheel 13.53 times a second.
    const at = { ...TYRE, speed: q(100, "km/h"), finalDrive: 4.1 };
    expect(compute("vibration-order", { ...at, frequency: q(13.4, "Hz") }).sentence).toBe(
      "It follows the wheel, order 1.",
    );
    expect(compute("vibration-order", { ...at, frequency: q(55, "Hz") }).sentence).toBe(
      "It follows the propeller shaft, order 1.",
    );
    const engine = { ...at, engineSpeed: q(2400, "rpm"), frequency: q(20, "Hz") };
    expect(compute("vibration-order", engine).sentence).toBe("It follows the engine, order 0.5.");
    expect(compute("vibration-order", { ...at, frequency: q(190, "Hz") }).sentence).toContain("follows none of these");
    const both = { ...at, gear: 1, engineSpeed: q(60 * 27.06, "rpm"), frequency: q(27.06, "Hz") };
    expect(compute("vibration-order", both).sentence).toContain("but also");
    expect(compute("speeds", { ...at, gear: 0.75 }).values).toEqual([
      "Wheel: 812.1 rpm",
      "Propeller shaft: 3330 rpm",
      "Engine: 2497 rpm",
      "Rolls a turn: 2.052 m",
      "Turns a kilometre: 487",
    ]);
    expect(
      compute("torque-adapter", { torque: q(100, "N.m"), lever: q(400, "mm"), adapter: q(10, "cm") }).values[0],
    ).toBe("Setting: 80 N·m");
    const square = { torque: q(100, "N.m"), lever: q(400, "mm"), adapter: q(100, "mm"), angle: 90 };
    expect(compute("torque-adapter", square).values[0]).toBe("Setting: 100 N·m");
  });

  test("of judging say which is odd, how fast it leaks, when to believe, and where the mixture is wrong", () => {
    expect(compute("odd-one-out", { readings: [0.7, 0.8, 4, 0.7].map((value) => q(value, "ohm")) }).sentence).toBe(
      "Number 3 (4) stands apart.",
    );
    expect(
      compute("leak-rate", { first: q(1.2, "bar"), last: q(1.14, "bar"), time: q(5, "min"), volume: q(10, "L") }),
    ).toEqual({
      sentence: "Lost: 1.2 kPa a minute.",
      values: ["A minute: -1.2 kPa", "Air through the leak, a minute: 0.1184 L"],
    });
    // One in four, as told: 0.75^k under 5 % from k = 11 on. Counted in four tries it may be rarer: the figures of the job's own proof.
    const tries = (known: string) =>
      compute("clean-tries", { known, times: 1, tries: 4, belief: q(95, "%"), clean: 4 });
    expect(tries("told")).toEqual({
      sentence: "7 more clean tries until it may be believed gone.",
      values: ["Clean tries needed: 11", expect.stringContaining("31.64 %")],
    });
    const { triesNeeded, doubt } = doubtLeft({ kind: "tried", shown: 1, tries: 4 }, 4, 0.95);
    expect(tries("counted").values).toEqual([
      `Clean tries needed: ${triesNeeded}`,
      expect.stringContaining(`${(doubt * 100).toFixed(2)} %`),
    ]);
    expect(triesNeeded).toBeGreaterThan(11);
    const trims = (idle: number, load: number) =>
      compute("mixture-trims", {
        idleShort: q(idle, "%"),
        idleLong: q(0, "%"),
        loadShort: q(0, "%"),
        loadLong: q(load, "%"),
      }).sentence;
    expect(trims(18, 4)).toContain("air that was not measured gets in");
    expect(trims(2, 15)).toContain("too little fuel comes");
    expect(trims(-14, -2)).toContain("tank vent");
    expect(trims(3, -3)).toContain("corrects by itself");
  });

  test("each tell their formula and source, take any fitting unit, and name what is missing or impossible", () => {
    for (const calculator of CALCULATORS) {
      expect(calculator.formula.length).toBeGreaterThan(4);
      expect(calculator.source.length).toBeGreaterThan(4);
      const result = calculate(calculator, {});
      const needed = calculator.inputs.filter(({ optional }) => !optional).map(({ name }) => name);
      expect(result).toEqual({ ok: false, problems: needed.map((name) => ({ name, message: "is needed" })) });
    }
    const drain = CALCULATORS.find(({ key }) => key === "parasitic-drain");
    if (!drain) throw new Error("no drain");
    const wrong = { current: q(-1, "mA"), capacity: q(70, "Ah"), state: q(300, "%") };
    expect(calculate(drain, wrong)).toEqual({
      ok: false,
      problems: [
        { name: "current", message: "must be more than 0" },
        { name: "state", message: "must be 100 or less" },
      ],
    });
    expect(calculate(drain, { current: q(1, "A"), capacity: q(70, "Ah"), state: q(40, "%") })).toMatchObject({
      problems: [{ name: "state" }],
    });
  });
});
