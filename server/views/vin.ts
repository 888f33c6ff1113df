import "server-only";
import { readVin, vinCorrections, vinProblemText, type VinReading } from "@/core/vehicle";
import { findMake } from "@/server/db/makers";
import { pool } from "@/server/db/pool";

/** A VIN as the API tells of it. */
export interface VinView extends Omit<VinReading, "problems"> {
  readonly valid: boolean;
  readonly problems: readonly { readonly position: number | null; readonly message: string }[];
  /** What the shop knows of its maker code. */
  readonly make: string | null;
  /** VINs that it may have been meant to be, the likeliest first; none where it is valid. */
  readonly corrections: readonly { readonly vin: string; readonly positions: readonly number[] }[];
}

const MOST_LETTERS = 60;
const MOST_CORRECTIONS = 6;

/** A VIN read, with the make that its maker code stands for here. */
export async function loadVin(text: string, now: Date): Promise<VinView> {
  const { problems, ...reading } = readVin(text.slice(0, MOST_LETTERS), now.getUTCFullYear() + 1);
  const { vin, wmi, checkDigit, region, modelYears } = reading;
  // Elsewhere position 9 is a sign like any other: what does not fit there is no misreading.
  const hasCheckDigit = region === "north-america";
  const misfits = checkDigit !== null && checkDigit.expected !== checkDigit.actual;
  const doubtful = problems.length > 0 || (hasCheckDigit && misfits);
  return {
    vin,
    valid: problems.length === 0,
    problems: problems.map((problem) => ({
      position: "position" in problem ? problem.position : null,
      message: vinProblemText(problem),
    })),
    checkDigit,
    wmi,
    region,
    modelYears,
    make: wmi === null ? null : await findMake(pool(), wmi),
    corrections: doubtful
      ? vinCorrections(vin)
          .slice(0, MOST_CORRECTIONS)
          .map((correction) => ({ vin: correction.vin, positions: correction.positions }))
      : [],
  };
}
