import { exhaustive } from "@/core/exhaustive";
/** A response as bytes, and what kept it from being read to its end. */
export interface Frame {
  readonly bytes: readonly number[];
  readonly fault: ScanFault | null;
}

/** Why a response, or its rest, could not be decoded. The sentence is `scanFaultText`. */
export type ScanFault =
  | { readonly code: "empty" }
  | { readonly code: "no-hex"; readonly sign: string }
  | { readonly code: "half-byte" }
  | { readonly code: "negative"; readonly service: number; readonly reason: number | null }
  | { readonly code: "unknown-service"; readonly service: number }
  | { readonly code: "unknown-parameter"; readonly service: number; readonly parameter: number }
  | { readonly code: "truncated"; readonly wanted: number; readonly found: number }
  | { readonly code: "half-code" }
  | { readonly code: "left-over"; readonly bytes: number }
  | { readonly code: "no-vin"; readonly text: string };

/** Hexadecimal text with or without spaces, up to the first thing that is none. */
export function readFrame(text: string): Frame {
  const tidy = text.replace(/\s/g, "");
  const stranger = /[^0-9a-f]/i.exec(tidy);
  const digits = stranger ? tidy.slice(0, stranger.index) : tidy;
  const bytes = Array.from({ length: Math.floor(digits.length / 2) }, (_, at) =>
    Number.parseInt(digits.slice(2 * at, 2 * at + 2), 16),
  );
  if (stranger) return { bytes, fault: { code: "no-hex", sign: stranger[0] } };
  if (!tidy) return { bytes, fault: { code: "empty" } };
  return { bytes, fault: digits.length % 2 ? { code: "half-byte" } : null };
}

const hex = (byte: number) => byte.toString(16).toUpperCase().padStart(2, "0");

/** SAE J1979, negative response codes that a scan tool meets. */
const REASONS: Readonly<Record<number, string>> = {
  0x10: "general reject",
  0x11: "service not supported",
  0x12: "not supported, or a wrong format",
  0x21: "busy, ask again",
  0x22: "conditions not right",
  0x31: "out of range",
  0x78: "still working on it",
};

/** The sentence of a fault. */
export function scanFaultText(fault: ScanFault): string {
  switch (fault.code) {
    case "empty":
      return "is empty";
    case "no-hex":
      return `holds “${fault.sign}”, which is no hexadecimal digit`;
    case "half-byte":
      return "ends in half a byte";
    case "negative":
      return `the module refused service ${hex(fault.service)}${fault.reason === null ? "" : `: ${REASONS[fault.reason] ?? `reason ${hex(fault.reason)}`}`}`;
    case "unknown-service":
      return `starts with ${hex(fault.service)}, which answers no service that is read here`;
    case "unknown-parameter":
      return `parameter ${hex(fault.parameter)} of service ${hex(fault.service)} is not known here`;
    case "truncated":
      return `is cut off: ${fault.wanted} bytes are announced, ${fault.found} are there`;
    case "half-code":
      return "ends in half a code";
    case "left-over":
      return `holds ${fault.bytes} more bytes than it announces`;
    case "no-vin":
      return fault.text ? `“${fault.text}” is no VIN` : "holds no VIN";
    default:
      return exhaustive(fault, "scanFaultText");
  }
}
