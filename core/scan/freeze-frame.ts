import type { Unit } from "@/core/measure";
import type { ScanFault } from "./frame";
import { codeOf } from "./trouble-codes";

/** A value that was frozen when a code set. */
export interface FrozenValue {
  readonly name: string;
  readonly value: number;
  readonly unit: Unit;
}

export interface FreezeFrame {
  /** The code that froze it, null where the vehicle did not say. */
  readonly code: string | null;
  readonly values: readonly FrozenValue[];
}

interface Parameter {
  readonly bytes: number;
  readonly name?: string;
  readonly unit?: Unit;
  readonly value?: (a: number, b: number) => number;
}

const percent = (a: number) => (a * 100) / 255;
const trim = (a: number) => ((a - 128) * 100) / 128;
const word = (a: number, b: number) => 256 * a + b;

/** SAE J1979, appendix B: parameters of services 01 and 02. Those without a name are known by their length only. */
const PARAMETERS: Readonly<Record<number, Parameter>> = {
  0x00: { bytes: 4 },
  0x02: { bytes: 2 },
  0x03: { bytes: 2 },
  0x04: { bytes: 1, name: "engine-load", unit: "%", value: percent },
  0x05: { bytes: 1, name: "coolant-temperature", unit: "degC", value: (a) => a - 40 },
  0x06: { bytes: 1, name: "short-term-trim-bank-1", unit: "%", value: trim },
  0x07: { bytes: 1, name: "long-term-trim-bank-1", unit: "%", value: trim },
  0x08: { bytes: 1, name: "short-term-trim-bank-2", unit: "%", value: trim },
  0x09: { bytes: 1, name: "long-term-trim-bank-2", unit: "%", value: trim },
  0x0a: { bytes: 1, name: "fuel-pressure", unit: "kPa", value: (a) => 3 * a },
  0x0b: { bytes: 1, name: "intake-pressure", unit: "kPa", value: (a) => a },
  0x0c: { bytes: 2, name: "engine-speed", unit: "rpm", value: (a, b) => word(a, b) / 4 },
  0x0d: { bytes: 1, name: "vehicle-speed", unit: "km/h", value: (a) => a },
  0x0e: { bytes: 1 },
  0x0f: { bytes: 1, name: "intake-air-temperature", unit: "degC", value: (a) => a - 40 },
  0x10: { bytes: 2, name: "air-flow", unit: "g/s", value: (a, b) => word(a, b) / 100 },
  0x11: { bytes: 1, name: "throttle-position", unit: "%", value: percent },
  0x12: { bytes: 1 },
  0x1f: { bytes: 2, name: "run-time", unit: "s", value: word },
  0x20: { bytes: 4 },
  0x21: { bytes: 2, name: "distance-with-lamp-on", unit: "km", value: word },
  0x23: { bytes: 2, name: "rail-pressure", unit: "kPa", value: (a, b) => 10 * word(a, b) },
  0x2c: { bytes: 1, name: "recirculation-commanded", unit: "%", value: percent },
  0x2f: { bytes: 1, name: "fuel-level", unit: "%", value: percent },
  0x31: { bytes: 2, name: "distance-since-clear", unit: "km", value: word },
  0x33: { bytes: 1, name: "barometric-pressure", unit: "kPa", value: (a) => a },
  0x40: { bytes: 4 },
  0x42: { bytes: 2, name: "module-voltage", unit: "V", value: (a, b) => word(a, b) / 1000 },
  0x45: { bytes: 1, name: "relative-throttle-position", unit: "%", value: percent },
  0x46: { bytes: 1, name: "ambient-temperature", unit: "degC", value: (a) => a - 40 },
  0x49: { bytes: 1, name: "pedal-position", unit: "%", value: percent },
  0x5c: { bytes: 1, name: "oil-temperature", unit: "degC", value: (a) => a - 40 },
};

const FREEZING_CODE = 0x02;
const SERVICE = 0x02;

/** What one response adds to the freeze frame, and what kept it from being read to its end. */
export interface FrozenPart extends FreezeFrame {
  readonly fault: ScanFault | null;
}

/**
 * A response to service 02: parameter, number of the frame, data; with CAN several of them may follow each other.
 * @param data what follows the service byte
 */
export function decodeFreezeFrame(data: readonly number[]): FrozenPart {
  const values: FrozenValue[] = [];
  let code: string | null = null;
  const part = (fault: ScanFault | null): FrozenPart => ({ code, values, fault });
  for (let at = 0; at < data.length;) {
    const [number = 0, , ...rest] = data.slice(at);
    const parameter = PARAMETERS[number];
    if (at > 0 && data.slice(at).every((byte) => byte === 0)) return part(null);
    if (!parameter) return part({ code: "unknown-parameter", service: SERVICE, parameter: number });
    if (rest.length < parameter.bytes)
      return part({ code: "truncated", wanted: parameter.bytes, found: Math.max(0, rest.length) });
    const [a = 0, b = 0] = rest;
    if (number === FREEZING_CODE && (a !== 0 || b !== 0)) code = codeOf(a, b);
    const { name, unit, value } = parameter;
    if (name && unit && value) values.push({ name, value: value(a, b), unit });
    at += 2 + parameter.bytes;
  }
  return data.length ? part(null) : part({ code: "truncated", wanted: 2, found: 0 });
}

/** What can be watched while the engine runs, in the order of their numbers. */
export const LIVE_VALUES: readonly { readonly name: string; readonly request: string; readonly unit: Unit }[] =
  Object.entries(PARAMETERS).flatMap(([number, { name, unit }]) =>
    name && unit ? [{ name, unit, request: `01 ${Number(number).toString(16).toUpperCase().padStart(2, "0")}` }] : [],
  );

/**
 * A response to service 01 for one value: "41 0C 2B 5C" is an engine speed of 2775 rpm.
 * @returns null where the frame is none, is cut short, or holds what has no name here
 */
export function decodeLiveValue(frame: string): FrozenValue | null {
  const bytes = frame.replace(/\s/g, "").match(/^(?:[0-9a-f]{2})+$/i)
    ? (frame.replace(/\s/g, "").match(/../g) ?? []).map((byte) => Number.parseInt(byte, 16))
    : [];
  const [service, number = 0, a = 0, b = 0] = bytes;
  const parameter = service === 0x41 ? PARAMETERS[number] : undefined;
  if (!parameter?.name || !parameter.unit || !parameter.value || bytes.length < 2 + parameter.bytes) return null;
  return { name: parameter.name, value: parameter.value(a, b), unit: parameter.unit };
}
