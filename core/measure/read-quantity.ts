import { readNumber, splitNumber, type DecimalSign } from "./read-number";
import { convert, sameDimension, type Quantity } from "./quantity";
import type { Reading } from "./spec";
import { isUnit, unitsLike, UNITS, type Unit } from "./units";

/** How people write units beside their proper names. */
const SPELLINGS: Readonly<Record<string, Unit>> = {
  Ω: "ohm",
  ohms: "ohm",
  R: "ohm",
  kΩ: "kohm",
  k: "kohm",
  kOhm: "kohm",
  MΩ: "Mohm",
  M: "Mohm",
  MOhm: "Mohm",
  v: "V",
  volt: "V",
  volts: "V",
  mv: "mV",
  a: "A",
  amp: "A",
  amps: "A",
  ma: "mA",
  hz: "Hz",
  khz: "kHz",
  sec: "s",
  secs: "s",
  seconds: "s",
  mins: "min",
  minutes: "min",
  hours: "h",
  days: "d",
  kpa: "kPa",
  Bar: "bar",
  PSI: "psi",
  inhg: "inHg",
  mmhg: "mmHg",
  "°C": "degC",
  C: "degC",
  "°F": "degF",
  F: "degF",
  kmh: "km/h",
  "km/hr": "km/h",
  miles: "mi",
  '"': "in",
  inch: "in",
  Nm: "N.m",
  nm: "N.m",
  "N·m": "N.m",
  "ft-lb": "lbf.ft",
  ftlb: "lbf.ft",
  "lbf·ft": "lbf.ft",
  l: "L",
  percent: "%",
  "mm²": "mm2",
  w: "W",
  kw: "kW",
  ah: "Ah",
  "1/min": "rpm",
  "/min": "rpm",
};

/** A unit by its name or as people write it; null where it is none. Case counts only where it makes another unit. */
export function readUnit(text: string): Unit | null {
  const tidy = text.trim();
  if (isUnit(tidy)) return tidy;
  const spelt = SPELLINGS[tidy];
  if (spelt) return spelt;
  const folded = UNITS.filter((unit) => unit.toLowerCase() === tidy.toLowerCase());
  return folded.length === 1 ? (folded[0] ?? null) : null;
}

const OPEN = /^(ol|o\.l\.?|∞|inf(inite)?|open|over ?range)$/i;
/** Prefixes that stand for the whole unit: "4k7" and "4.7k" on a resistance are kilo-ohms. */
const PREFIX: Readonly<Record<string, number>> = { k: 1e3, M: 1e6, m: 1e-3 };

/**
 * A reading as a person writes it: "12,4 V", "880", "1.2k", "4k7", "OL", "∞".
 * @param unit what a number without a unit is in, and what a prefix alone multiplies
 * @param decimal the shop's decimal sign
 * @returns null where it is none, or is in a unit that measures something else
 */
export function readReading(text: string, unit: Unit, decimal: DecimalSign = ","): Reading | null {
  const tidy = text.trim();
  if (OPEN.test(tidy)) return { open: true };
  const inside = /^(\d+)([kM])(\d+)$/.exec(tidy);
  if (inside) return scaled(Number(`${inside[1]}.${inside[3]}`), inside[2] ?? "", unit);
  const split = splitNumber(tidy);
  const value = split ? readNumber(split.number, decimal) : null;
  if (!split || value === null) return null;
  const written = split.rest;
  if (!written) return { value, unit };
  const named = readUnit(written);
  if (named && sameDimension(named, unit)) return { value, unit: named };
  // Nobody writes thousandths of a second so: "30m" of a time is minutes.
  if (written === "m" && sameDimension(unit, "min")) return { value, unit: "min" };
  return Object.hasOwn(PREFIX, written) ? scaled(value, written, unit) : null;
}

/** A prefix makes the unit's larger or smaller sister where there is one, and else multiplies. */
function scaled(value: number, prefix: string, unit: Unit): Reading {
  const factor = PREFIX[prefix] ?? 1;
  const base = unitsLike(unit).find((each) => isBase(each)) ?? unit;
  const sister = unitsLike(unit).find((each) => each === `${prefix}${base}`);
  return sister ? { value, unit: sister } : { value: value * factor, unit: base };
}

const isBase = (unit: Unit) => ["ohm", "V", "A", "Hz", "s", "W", "m"].includes(unit);

/**
 * A conversion as a person asks for it: "12 inHg in kPa", "100 km/h to mph", "90 C = F".
 * @returns null where the text is no such question
 */
export function readConversion(text: string): { readonly from: Quantity; readonly to: Quantity } | null {
  const match = /^(.+?)\s+(?:in|to|as|=)\s+(\S+)$/i.exec(text.trim());
  const target = match?.[2] ? readUnit(match[2]) : null;
  if (!match?.[1] || !target) return null;
  const parts = splitNumber(match[1].trim());
  const value = parts ? readNumber(parts.number) : null;
  const source = parts?.rest ? readUnit(parts.rest) : null;
  if (value === null || !source || !sameDimension(source, target)) return null;
  const from = { value, unit: source };
  return { from, to: convert(from, target) };
}
