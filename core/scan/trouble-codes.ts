import type { ScanFault } from "./frame";

export type Protocol = "can" | "serial";

export interface DecodedCodes {
  readonly codes: readonly string[];
  readonly fault: ScanFault | null;
}

/** Two bytes as a code: SAE J2012, the upper two bits are the letter, the next two its first digit. */
export function codeOf(high: number, low: number): string {
  const digits = ((high & 0x3f) << 8) | low;
  return "PCBU".charAt(high >> 6) + digits.toString(16).toUpperCase().padStart(4, "0");
}

/**
 * The codes of a response to service 03, 07 or 0A: SAE J1979. With CAN a count comes first and zeros may follow; on serial lines
 * there are slots of two bytes, empty ones zero.
 * @param data what follows the service byte
 */
export function decodeCodes(data: readonly number[], protocol: Protocol): DecodedCodes {
  if (protocol === "serial") return decodePairs(data);
  const [count, ...rest] = data;
  if (count === undefined) return { codes: [], fault: { code: "truncated", wanted: 1, found: 0 } };
  const wanted = 2 * count;
  const { codes } = decodePairs(rest.slice(0, wanted));
  if (rest.length < wanted) return { codes, fault: { code: "truncated", wanted, found: rest.length } };
  const behind = rest.slice(wanted);
  return { codes, fault: behind.some((byte) => byte !== 0) ? { code: "left-over", bytes: behind.length } : null };
}

function decodePairs(data: readonly number[]): DecodedCodes {
  const codes: string[] = [];
  for (let at = 0; at + 1 < data.length; at += 2) {
    const [high = 0, low = 0] = data.slice(at, at + 2);
    if (high !== 0 || low !== 0) codes.push(codeOf(high, low));
  }
  return { codes, fault: data.length % 2 ? { code: "half-code" } : null };
}
