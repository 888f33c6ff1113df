/**
 * The units that a reading may carry, and their exact factors.
 *
 * Factors: NIST Special Publication 811 (2008), appendix B. They stand here and not in a library because limits are
 * inclusive: a general-purpose library's rounded pound-force per square inch (6894.76 Pa, off by 4e-7) would fail a
 * reading that lies exactly on its limit in another unit.
 */
export type Dimension =
  | "resistance"
  | "voltage"
  | "current"
  | "frequency"
  | "time"
  | "pressure"
  | "temperature"
  | "length"
  | "speed"
  | "mass-flow"
  | "torque"
  | "volume"
  | "ratio"
  | "rotation"
  | "area"
  | "power"
  | "charge"
  | "loudness"
  | "mark";

interface UnitDefinition {
  readonly dimension: Dimension;
  /** How many base units of the dimension one of this unit is. */
  readonly factor: number;
  /** Base units at zero of this unit: only temperature scales have one. */
  readonly zero?: number;
}

const POUND_FORCE_N = 0.45359237 * 9.80665;
const INCH_M = 0.0254;
const FOOT_M = 0.3048;
const MILE_M = 1609.344;

const DEFINITIONS = {
  ohm: { dimension: "resistance", factor: 1 },
  kohm: { dimension: "resistance", factor: 1e3 },
  Mohm: { dimension: "resistance", factor: 1e6 },
  V: { dimension: "voltage", factor: 1 },
  mV: { dimension: "voltage", factor: 1e-3 },
  A: { dimension: "current", factor: 1 },
  mA: { dimension: "current", factor: 1e-3 },
  Hz: { dimension: "frequency", factor: 1 },
  kHz: { dimension: "frequency", factor: 1e3 },
  s: { dimension: "time", factor: 1 },
  ms: { dimension: "time", factor: 1e-3 },
  min: { dimension: "time", factor: 60 },
  h: { dimension: "time", factor: 3600 },
  d: { dimension: "time", factor: 86_400 },
  kPa: { dimension: "pressure", factor: 1e3 },
  bar: { dimension: "pressure", factor: 1e5 },
  psi: { dimension: "pressure", factor: POUND_FORCE_N / (INCH_M * INCH_M) },
  // Conventional columns of mercury at 0 degC.
  inHg: { dimension: "pressure", factor: 3386.389 },
  mmHg: { dimension: "pressure", factor: 133.322387415 },
  degC: { dimension: "temperature", factor: 1, zero: 273.15 },
  degF: { dimension: "temperature", factor: 5 / 9, zero: 459.67 * (5 / 9) },
  km: { dimension: "length", factor: 1e3 },
  mi: { dimension: "length", factor: MILE_M },
  mm: { dimension: "length", factor: 1e-3 },
  in: { dimension: "length", factor: INCH_M },
  cm: { dimension: "length", factor: 1e-2 },
  m: { dimension: "length", factor: 1 },
  "km/h": { dimension: "speed", factor: 1 / 3.6 },
  mph: { dimension: "speed", factor: MILE_M / 3600 },
  "g/s": { dimension: "mass-flow", factor: 1 },
  "N.m": { dimension: "torque", factor: 1 },
  "lbf.ft": { dimension: "torque", factor: POUND_FORCE_N * FOOT_M },
  L: { dimension: "volume", factor: 1 },
  "%": { dimension: "ratio", factor: 1 },
  rpm: { dimension: "rotation", factor: 1 },
  mm2: { dimension: "area", factor: 1e-6 },
  W: { dimension: "power", factor: 1 },
  kW: { dimension: "power", factor: 1e3 },
  Ah: { dimension: "charge", factor: 3600 },
  // A level by a meter, and one by ear: neither is turned into the other.
  dB: { dimension: "loudness", factor: 1 },
  "of-ten": { dimension: "mark", factor: 1 },
} as const satisfies Record<string, UnitDefinition>;

export type Unit = keyof typeof DEFINITIONS;

export const UNITS = Object.keys(DEFINITIONS) as readonly Unit[];

/** Whether a text names a unit that readings may carry; case counts (`mV` is not `MV`). */
export function isUnit(text: string): text is Unit {
  return Object.hasOwn(DEFINITIONS, text);
}

/** What a unit measures; quantities of one dimension can be compared. */
export function dimensionOf(unit: Unit): Dimension {
  return DEFINITIONS[unit].dimension;
}

/** How a unit is turned into its dimension's own. */
export function definitionOf(unit: Unit): UnitDefinition {
  return DEFINITIONS[unit];
}

/** The units that measure the same thing as this one, itself included, in the order of the list. */
export function unitsLike(unit: Unit): readonly Unit[] {
  return UNITS.filter((other) => dimensionOf(other) === dimensionOf(unit));
}
