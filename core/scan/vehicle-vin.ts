import { VIN_LENGTH } from "@/core/vehicle";
import type { ScanFault } from "./frame";

const RESPONSE = 0x49;
const PARAMETER = 0x02;
const SIGN = /[A-HJ-NPR-Z0-9]/;

/**
 * The VIN of a response to service 09, parameter 02 (SAE J1979). On serial lines it comes in five messages with a number each and
 * zeros in front; whether they were put together with or without their heads does not matter.
 * @param data what follows the parameter's byte
 */
export function decodeVehicleVin(data: readonly number[]): { vin: string | null; fault: ScanFault | null } {
  const bare = withoutHeads(data).filter((byte) => byte !== 0);
  const [first = 0] = bare;
  // Below a space: the number of items or of the first message, no character.
  const signs = (first < 0x20 ? bare.slice(1) : bare).map((byte) => String.fromCharCode(byte));
  if (signs.length < VIN_LENGTH)
    return { vin: null, fault: { code: "truncated", wanted: VIN_LENGTH, found: signs.length } };
  const vin = signs.slice(0, VIN_LENGTH).join("");
  if (!signs.slice(0, VIN_LENGTH).every((sign) => SIGN.test(sign)))
    return { vin: null, fault: { code: "no-vin", text: printable(vin) } };
  const behind = signs.length - VIN_LENGTH;
  return { vin, fault: behind ? { code: "left-over", bytes: behind } : null };
}

/** Leaves out the heads of the second message and those after it: 0x49 is the letter I, which no VIN holds. */
function withoutHeads(data: readonly number[]): readonly number[] {
  const kept: number[] = [];
  for (let at = 0; at < data.length; at++) {
    if (data[at] === RESPONSE && data[at + 1] === PARAMETER) at += 2;
    else kept.push(data[at] ?? 0);
  }
  return kept;
}

function printable(text: string): string {
  return text.replace(/[^ -~]/g, "·");
}
