/**
 * The check digit of a vehicle identification number: 49 CFR 565.15(c), tables III to V.
 * Letters count as digits, each position has a weight, and the sum modulo 11 stands in position 9 (10 is written X).
 */
const VALUES: Record<string, number> = {
  ...Object.fromEntries([..."0123456789"].map((digit) => [digit, Number(digit)])),
  ...Object.fromEntries([..."ABCDEFGH"].map((letter, index) => [letter, index + 1])),
  ...Object.fromEntries([..."JKLMN"].map((letter, index) => [letter, index + 1])),
  P: 7,
  R: 9,
  ...Object.fromEntries([..."STUVWXYZ"].map((letter, index) => [letter, index + 2])),
};

export const VIN_LENGTH = 17;

const WEIGHTS = [8, 7, 6, 5, 4, 3, 2, 10, 0, 9, 8, 7, 6, 5, 4, 3, 2] as const;

/**
 * What position 9 ought to hold.
 * @param vin 17 characters without I, O and Q; position 9 itself does not count
 * @returns "0" to "9" or "X", or null where a character has no value
 * @example vinCheckDigit("11111111111111111") // "1"
 */
export function vinCheckDigit(vin: string): string | null {
  if (vin.length !== VIN_LENGTH) return null;
  let sum = 0;
  for (const [index, weight] of WEIGHTS.entries()) {
    const value = VALUES[vin.charAt(index)];
    if (value === undefined) return null;
    sum += value * weight;
  }
  return sum % 11 === 10 ? "X" : String(sum % 11);
}
