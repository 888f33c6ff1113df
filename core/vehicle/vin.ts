import { exhaustive } from "@/core/exhaustive";
import { VIN_LENGTH, vinCheckDigit } from "./vin-check-digit";

/** Where a VIN was given out: ISO 3780, first character. */
export type VinRegion = "africa" | "asia" | "europe" | "north-america" | "oceania" | "south-america";

/** What is wrong with a VIN; `position` counts from 1. The sentence is `vinProblemText`. */
export type VinProblem =
  | { readonly code: "length"; readonly length: number }
  | { readonly code: "unused-letter"; readonly position: number; readonly sign: string }
  | { readonly code: "no-sign"; readonly position: number; readonly sign: string }
  | { readonly code: "check-digit"; readonly position: number; readonly expected: string; readonly actual: string }
  | { readonly code: "year-code"; readonly position: number; readonly sign: string };

export interface VinReading {
  /** Tidied: upper case, without spaces, dashes and dots. */
  readonly vin: string;
  readonly problems: readonly VinProblem[];
  /** null where it cannot be worked out: a wrong length, or a character that has no value. */
  readonly checkDigit: { readonly expected: string; readonly actual: string } | null;
  /** World manufacturer identifier, the first three characters; null where there are fewer. */
  readonly wmi: string | null;
  readonly region: VinRegion | null;
  /** Every year that position 10 may stand for, ascending. */
  readonly modelYears: readonly number[];
}

const CHECK_DIGIT_AT = 9;
const YEAR_AT = 10;
/** 49 CFR 565.15(d), table VII: a cycle of thirty years from 1980, without I, O, Q, U, Z and 0. */
const YEAR_CODES = "ABCDEFGHJKLMNPRSTVWXY123456789";
const FIRST_YEAR = 1980;

/**
 * Reads a vehicle identification number: ISO 3779 (length and characters), ISO 3780 (region and maker), and for North American
 * ones the check digit and year code of 49 CFR 565.
 * @param lastYear the latest model year there can be: next year
 * @example readVin("1111-1111-1111-11111", 2027).checkDigit // { expected: "1", actual: "1" }
 */
export function readVin(text: string, lastYear: number): VinReading {
  const vin = tidyVin(text);
  const wmi = vin.length >= 3 ? vin.slice(0, 3) : null;
  const region = regionOf(vin.charAt(0));
  if (vin.length !== VIN_LENGTH)
    return {
      vin,
      wmi,
      region,
      checkDigit: null,
      modelYears: [],
      problems: [{ code: "length", length: vin.length }, ...signProblems(vin)],
    };
  const expected = vinCheckDigit(vin);
  const checkDigit = expected === null ? null : { expected, actual: vin.charAt(CHECK_DIGIT_AT - 1) };
  const problems = [
    ...signProblems(vin),
    ...(region === "north-america" ? northAmericanProblems(vin, checkDigit) : []),
  ];
  return { vin, problems, checkDigit, wmi, region, modelYears: modelYearsOf(vin.charAt(YEAR_AT - 1), lastYear) };
}

/** Upper case, without the spaces, dashes and dots that people write to keep their place. */
export function tidyVin(text: string): string {
  return text.replace(/[\s.\-‐-―]/g, "").toUpperCase();
}

function signProblems(vin: string): VinProblem[] {
  return [...vin].flatMap((sign, at): VinProblem[] => {
    if ("IOQ".includes(sign)) return [{ code: "unused-letter", position: at + 1, sign }];
    return /[A-Z0-9]/.test(sign) ? [] : [{ code: "no-sign", position: at + 1, sign }];
  });
}

function northAmericanProblems(vin: string, checkDigit: VinReading["checkDigit"]): VinProblem[] {
  const year = vin.charAt(YEAR_AT - 1);
  const wrongDigit = checkDigit !== null && checkDigit.expected !== checkDigit.actual;
  return [
    ...(wrongDigit ? [{ code: "check-digit" as const, position: CHECK_DIGIT_AT, ...checkDigit }] : []),
    ...("UZ0".includes(year) ? [{ code: "year-code" as const, position: YEAR_AT, sign: year }] : []),
  ];
}

function modelYearsOf(sign: string, lastYear: number): readonly number[] {
  const index = YEAR_CODES.indexOf(sign);
  if (index < 0) return [];
  const years: number[] = [];
  for (let year = FIRST_YEAR + index; year <= lastYear; year += YEAR_CODES.length) years.push(year);
  return years;
}

/** ISO 3780, the zones of the first character. */
function regionOf(sign: string): VinRegion | null {
  const zones: readonly (readonly [RegExp, VinRegion])[] = [
    [/[A-H]/, "africa"],
    [/[J-NPR]/, "asia"],
    [/[S-Z]/, "europe"],
    [/[1-5]/, "north-america"],
    [/[67]/, "oceania"],
    [/[89]/, "south-america"],
  ];
  return zones.find(([signs]) => signs.test(sign))?.[1] ?? null;
}

/** The sentence of a problem, to stand behind "position 9" or alone. */
export function vinProblemText(problem: VinProblem): string {
  switch (problem.code) {
    case "length":
      return `a VIN has ${VIN_LENGTH} characters, this has ${problem.length}`;
    case "unused-letter":
      return `${problem.sign} is not used in VINs; it is mostly a misread ${problem.sign === "I" ? "1" : "0"}`;
    case "no-sign":
      return `“${problem.sign}” is neither a letter nor a digit`;
    case "check-digit":
      return `the check digit should be ${problem.expected}, it is ${problem.actual}: one character is wrong, or two are swapped`;
    case "year-code":
      return `${problem.sign} stands for no model year`;
    default:
      return exhaustive(problem, "vinProblemText");
  }
}
