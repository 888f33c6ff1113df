import { VIN_LENGTH, vinCheckDigit } from "./vin-check-digit";
import { tidyVin } from "./vin";

/** One way in which a VIN may have been misread. */
export interface VinCorrection {
  readonly vin: string;
  /** Where it differs, counted from 1. */
  readonly positions: readonly number[];
  readonly how: "swapped" | "look-alike" | "other";
}

const SIGNS = "0123456789ABCDEFGHJKLMNPRSTUVWXYZ";
/** Signs that a worn plate, a bad light or a hurried hand mistakes for each other. */
const LOOK_ALIKE = ["0DOQCGU", "1IL7TJ", "2Z7", "5S6", "6GB", "8B3", "VUYW", "MNWH", "EFP", "KXR", "4A9"];

/**
 * Every VIN that differs by one character, or by two neighbours swapped, and whose check digit fits; the likeliest misreading
 * first. A character that VINs do not use is always one of those changed.
 * @param text 17 characters once tidied; anything else has no corrections
 * @example vinCorrections("1111I111111111111")[0]?.vin // "11111111111111111"
 */
export function vinCorrections(text: string): readonly VinCorrection[] {
  const vin = tidyVin(text);
  const foreign = [...vin].flatMap((sign, at) => (SIGNS.includes(sign) ? [] : [at]));
  if (vin.length !== VIN_LENGTH || foreign.length > 1) return [];
  const [only] = foreign;
  const singles = only === undefined ? [...vin].flatMap((_, at) => changesAt(vin, at)) : changesAt(vin, only);
  const found = [...(only === undefined ? swaps(vin) : []), ...singles].filter(fits);
  const rank = { swapped: 0, "look-alike": 1, other: 2 } as const;
  const unique = new Map(found.map((correction) => [correction.vin, correction]));
  return [...unique.values()].sort((a, b) => rank[a.how] - rank[b.how]);
}

function fits({ vin }: VinCorrection): boolean {
  return vinCheckDigit(vin) === vin.charAt(8);
}

function swaps(vin: string): VinCorrection[] {
  return [...vin.slice(1)].flatMap((next, at): VinCorrection[] => {
    const sign = vin.charAt(at);
    if (sign === next) return [];
    return [{ vin: vin.slice(0, at) + next + sign + vin.slice(at + 2), positions: [at + 1, at + 2], how: "swapped" }];
  });
}

function changesAt(vin: string, at: number): VinCorrection[] {
  const sign = vin.charAt(at);
  return [...SIGNS]
    .filter((other) => other !== sign)
    .map((other) => ({
      vin: vin.slice(0, at) + other + vin.slice(at + 1),
      positions: [at + 1],
      how: LOOK_ALIKE.some((group) => group.includes(sign) && group.includes(other)) ? "look-alike" : "other",
    }));
}
