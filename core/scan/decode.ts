import type { CodeStatus, FaultCode } from "@/core/codes";
import { decodeFreezeFrame, type FreezeFrame, type FrozenPart } from "./freeze-frame";
import { readFrame, type ScanFault } from "./frame";
import { mergeReadiness, readReadiness, type Readiness } from "./monitors";
import { decodeCodes, type Protocol } from "./trouble-codes";
import { decodeVehicleVin } from "./vehicle-vin";

export interface DecodedScan {
  /** Each once for each status; `module` is null: a response does not say whose it is. */
  readonly codes: readonly FaultCode[];
  readonly monitors: Readiness | null;
  readonly vin: string | null;
  readonly freezeFrame: FreezeFrame | null;
  /** By the response's place in the list, from 0. */
  readonly faults: readonly { readonly frame: number; readonly fault: ScanFault }[];
}

/** What one response says. */
interface Part {
  readonly codes?: readonly FaultCode[];
  readonly readiness?: Readiness;
  readonly vin?: string;
  readonly frozen?: FrozenPart;
  readonly fault: ScanFault | null;
}

const NEGATIVE = 0x7f;
/** A response carries the service's number plus this. */
const RESPONSE = 0x40;
const STATUS_BY_SERVICE: Readonly<Record<number, CodeStatus>> = { 0x03: "stored", 0x07: "pending", 0x0a: "permanent" };

/**
 * Decodes responses of a vehicle's control modules: SAE J1979, services 01 (parameter 01), 02, 03, 07, 09 (parameter 02) and 0A.
 * What stands before a fault is decoded all the same.
 * @param frames reassembled responses in hexadecimal, without header and checksum
 * @example decodeScan(["43 01 01 33"], "can").codes // [{ code: "P0133", module: null, status: "stored" }]
 */
export function decodeScan(frames: readonly string[], protocol: Protocol): DecodedScan {
  const parts = frames.map((text) => decodeFrame(text, protocol));
  const codes = new Map(parts.flatMap(({ codes: list = [] }) => list).map((code) => [code.code + code.status, code]));
  const readiness = parts.flatMap(({ readiness: own }) => own ?? []);
  return {
    codes: [...codes.values()],
    monitors: readiness.length ? readiness.reduce(mergeReadiness) : null,
    vin: parts.find(({ vin }) => vin !== undefined)?.vin ?? null,
    freezeFrame: joinFrozen(parts.flatMap(({ frozen }) => frozen ?? [])),
    faults: parts.flatMap(({ fault }, frame) => (fault ? [{ frame, fault }] : [])),
  };
}

function decodeFrame(text: string, protocol: Protocol): Part {
  const { bytes, fault } = readFrame(text);
  if (!bytes.length) return { fault };
  const part = decodeBytes(bytes, protocol);
  // The first thing that went wrong is the one to say: what follows is mostly its consequence.
  return { ...part, fault: fault ?? part.fault };
}

function decodeBytes([first = 0, ...data]: readonly number[], protocol: Protocol): Part {
  if (first === NEGATIVE) return { fault: { code: "negative", service: data[0] ?? 0, reason: data[1] ?? null } };
  const service = first - RESPONSE;
  const status = STATUS_BY_SERVICE[service];
  if (status) {
    const { codes, fault } = decodeCodes(data, protocol);
    return { codes: codes.map((code) => ({ code, module: null, status })), fault };
  }
  if (service === 0x01) return decodeReadiness(data);
  if (service === 0x02) {
    const frozen = decodeFreezeFrame(data);
    return { frozen, fault: frozen.fault };
  }
  if (service === 0x09) return decodeVehicleInformation(data);
  return { fault: { code: "unknown-service", service: first } };
}

function decodeReadiness([parameter, a, b, c, d, ...rest]: readonly number[]): Part {
  if (parameter === undefined) return { fault: { code: "truncated", wanted: 5, found: 0 } };
  if (parameter !== 0x01) return { fault: { code: "unknown-parameter", service: 0x01, parameter } };
  if (a === undefined || b === undefined || c === undefined || d === undefined)
    return { fault: { code: "truncated", wanted: 4, found: [a, b, c].filter((byte) => byte !== undefined).length } };
  const readiness = readReadiness([a, b, c, d]);
  return { readiness, fault: rest.some((byte) => byte !== 0) ? { code: "left-over", bytes: rest.length } : null };
}

function decodeVehicleInformation([parameter, ...data]: readonly number[]): Part {
  if (parameter === undefined) return { fault: { code: "truncated", wanted: 18, found: 0 } };
  if (parameter !== 0x02) return { fault: { code: "unknown-parameter", service: 0x09, parameter } };
  const { vin, fault } = decodeVehicleVin(data);
  return vin === null ? { fault } : { vin, fault };
}

function joinFrozen(parts: readonly FrozenPart[]): FreezeFrame | null {
  const values = new Map(parts.flatMap((part) => part.values).map((value) => [value.name, value]));
  const code = parts.find((part) => part.code !== null)?.code ?? null;
  return code === null && values.size === 0 ? null : { code, values: [...values.values()] };
}
