import type { Quantity } from "@/core/measure";
import { computed, impossible, quantity, type Calculator, type Values } from "./calculator";

/**
 * What turns how often at a road speed, and which of it a vibration follows. A tyre rolls about 3 % less than its unloaded
 * circumference (ETRTO: rolling circumference 3.05 times the diameter).
 */
const ROLLING = 3.05;
/** Two frequencies nearer than this cannot be told apart by a phone or by feel. */
const TOLERANCE = 0.08;

const TYRE_INPUTS = [
  {
    kind: "number",
    name: "width",
    label: "Tyre width",
    hint: "the 205 of 205/65 R16",
    unit: "mm",
    above: 0,
    most: 600,
  },
  { kind: "number", name: "aspect", label: "Height, % of the width", hint: "the 65", unit: "%", above: 0, most: 100 },
  { kind: "number", name: "rim", label: "Rim", hint: "the 16", unit: "in", above: 0, most: 40 },
] as const;

function rollingMetres(values: Values): number {
  const diameterMm = values.number("rim") * 25.4 + 2 * values.number("width") * (values.number("aspect") / 100);
  return (ROLLING * diameterMm) / 1000;
}

export const VIBRATION_ORDER: Calculator = {
  key: "vibration-order",
  title: "Vibration order",
  question: "Does it shake with the wheels, the propeller shaft or the engine?",
  formula: "wheel = v / (3.6 · U),   shaft = wheel · final drive,   engine = n / 60,   order = f / turning frequency",
  source: "Rolling circumference by ETRTO (3.05 · diameter); orders within 8 %",
  inputs: [
    {
      kind: "number",
      name: "frequency",
      label: "It shakes at",
      hint: "phone, scope or reed meter",
      unit: "Hz",
      above: 0,
      most: 2000,
    },
    { kind: "number", name: "speed", label: "Road speed", unit: "km/h", above: 0, most: 400 },
    ...TYRE_INPUTS,
    {
      kind: "number",
      name: "finalDrive",
      label: "Final drive",
      hint: "4.1; without it no shaft",
      unit: null,
      above: 0,
      most: 20,
      optional: true,
    },
    {
      kind: "number",
      name: "gear",
      label: "Ratio of the gear",
      hint: "gives the engine's speed without a reading",
      unit: null,
      above: 0,
      most: 20,
      optional: true,
    },
    {
      kind: "number",
      name: "engineSpeed",
      label: "Engine speed, read",
      unit: "rpm",
      above: 0,
      most: 20_000,
      optional: true,
    },
    {
      kind: "number",
      name: "accessory",
      label: "Pulley ratio of an accessory",
      hint: "alternator 2.8",
      unit: null,
      above: 0,
      most: 10,
      optional: true,
    },
  ],
  compute: (values) => {
    const found = sourcesOf(values).flatMap(({ name, hertz, orders }) =>
      orders.flatMap((order) => {
        const off = values.number("frequency") / (hertz * order) - 1;
        return Math.abs(off) <= TOLERANCE ? [{ name, order, off }] : [];
      }),
    );
    found.sort((a, b) => Math.abs(a.off) - Math.abs(b.off));
    const lines = sourcesOf(values).map(
      ({ name, hertz }) => [`${name.charAt(0).toUpperCase()}${name.slice(1)} turns at`, quantity(hertz, "Hz")] as const,
    );
    return computed({ kind: "vibration", fits: found.map(({ name, order }) => ({ name, order })) }, ...lines);
  },
};

interface Turning {
  readonly name: string;
  readonly hertz: number;
  /** Times a turn that it can shake. */
  readonly orders: readonly number[];
}

function sourcesOf(values: Values): readonly Turning[] {
  const wheel = values.number("speed") / 3.6 / rollingMetres(values);
  const finalDrive = values.maybe("finalDrive");
  const gear = values.maybe("gear");
  const read = values.maybe("engineSpeed");
  const engine = read !== null ? read / 60 : finalDrive !== null && gear !== null ? wheel * finalDrive * gear : null;
  const accessory = values.maybe("accessory");
  return [
    { name: "wheel", hertz: wheel, orders: [1, 2] },
    ...(finalDrive === null ? [] : [{ name: "propeller shaft", hertz: wheel * finalDrive, orders: [1, 2] }]),
    // Half order: one cylinder of a four-stroke engine misses; second order: a four in balance.
    ...(engine === null ? [] : [{ name: "engine", hertz: engine, orders: [0.5, 1, 2] }]),
    ...(engine === null || accessory === null ? [] : [{ name: "accessory", hertz: engine * accessory, orders: [1] }]),
  ];
}

export const SPEEDS: Calculator = {
  key: "speeds",
  title: "Speeds and distances",
  question: "How fast does the engine turn, and how far does a wheel roll?",
  formula: "n = v / (3.6 · U) · final drive · gear · 60,   U = 3.05 · diameter",
  source: "Rolling circumference by ETRTO",
  inputs: [
    { kind: "number", name: "speed", label: "Road speed", unit: "km/h", above: 0, most: 400 },
    ...TYRE_INPUTS,
    { kind: "number", name: "finalDrive", label: "Final drive", unit: null, above: 0, most: 20, optional: true },
    { kind: "number", name: "gear", label: "Ratio of the gear", unit: null, above: 0, most: 20, optional: true },
  ],
  compute: (values) => {
    const metres = rollingMetres(values);
    const wheelRpm = (values.number("speed") / 3.6 / metres) * 60;
    const finalDrive = values.maybe("finalDrive");
    const gear = values.maybe("gear");
    const shaft = finalDrive === null ? null : wheelRpm * finalDrive;
    const engine = shaft === null || gear === null ? null : shaft * gear;
    const turns = (1000 / metres).toFixed(0);
    const lines: (readonly [string, Quantity | string])[] = [
      ["Wheel", quantity(wheelRpm, "rpm")],
      ...(shaft === null ? [] : [["Propeller shaft", quantity(shaft, "rpm")] as const]),
      ...(engine === null ? [] : [["Engine", quantity(engine, "rpm")] as const]),
      ["Rolls a turn", quantity(metres, "m")],
      ["Turns a kilometre", turns],
    ];
    const what = engine === null ? "wheel" : "engine";
    return computed({ kind: "turns", what, speed: quantity(engine ?? wheelRpm, "rpm") }, ...lines);
  },
};

export const TORQUE_ADAPTER: Calculator = {
  key: "torque-adapter",
  title: "Torque with an adapter",
  question: "What does the wrench have to be set to when an adapter lengthens it?",
  formula: "M(set) = M(wanted) · L / (L + E · cos φ)",
  source: "Lever law; L from the wrench’s drive to the middle of the grip",
  inputs: [
    { kind: "number", name: "torque", label: "Torque wanted at the bolt", unit: "N.m", above: 0, most: 5000 },
    { kind: "number", name: "lever", label: "Length of the wrench", unit: "mm", above: 0, most: 3000 },
    { kind: "number", name: "adapter", label: "Length of the adapter", unit: "mm", least: 0, most: 2000 },
    {
      kind: "number",
      name: "angle",
      label: "Angle between them, degrees",
      hint: "0 in line, 90 square: no change",
      unit: null,
      least: 0,
      most: 180,
      optional: true,
    },
  ],
  compute: (values) => {
    const reach = values.number("adapter") * Math.cos(((values.maybe("angle") ?? 0) * Math.PI) / 180);
    const whole = values.number("lever") + reach;
    if (whole <= 0) return impossible("angle", "turns the adapter past the grip");
    const set = (values.number("torque") * values.number("lever")) / whole;
    return computed(
      { kind: "wrench", setting: quantity(set, "N.m") },
      ["Setting", quantity(set, "N.m")],
      ["The same", quantity(set / 1.3558179483314004, "lbf.ft")],
    );
  },
};
