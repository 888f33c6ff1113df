import { readCode, type CodeStatus, type FaultCode } from "@/core/codes";
import type { ConfirmationResult } from "@/core/job";
import { convert } from "@/core/measure";
import { findWord, type LineWords } from "./line-words";

/**
 * The grammar of the job sheet's one line. A line is a list of pieces, parted by commas or semicolons:
 *
 *   P0299 stored, P0401 pending 6m       codes with their status, and minutes, anywhere in a piece
 *   low power, uphill, not hot           symptoms and conditions by their words; "not" denies a condition
 *   148 320 km                           the odometer, in km or mi
 *   reproduced 2 of 4 | not reproduced   whether the complaint shows itself
 *   cleared                              the codes were cleared
 *   rubbed on the clip 4 min             anything else is a note and is kept word for word, and "4 min" at its end counts as well;
 *                                        "12m" is no word, and is only counted
 *
 * A piece that is not wholly understood is a note as a whole, so that no sentence is torn apart for a word that stands in it.
 */
export interface EntryLine {
  readonly codes: readonly FaultCode[];
  readonly symptoms: readonly string[];
  readonly conditions: readonly string[];
  readonly denied: readonly string[];
  readonly odometerKm: number | null;
  readonly confirmation: LineConfirmation | null;
  readonly cleared: boolean;
  readonly minutes: number | null;
  /** What is none of these, as it was typed; empty where nothing is left. */
  readonly note: string;
}

export interface LineConfirmation {
  readonly result: ConfirmationResult;
  readonly times: number | null;
  readonly tries: number | null;
}

const STATUS_WORDS: Readonly<Record<string, CodeStatus>> = {
  active: "active",
  stored: "stored",
  confirmed: "stored",
  pending: "pending",
  permanent: "permanent",
  history: "history",
  old: "history",
};

const CODE_WITH_STATUS =
  /\b([PCBU][0-3][0-9A-F]{3})\b(?:\s+(active|stored|confirmed|pending|permanent|history|old)\b)?/gi;
/** Ten hours are more than one entry takes; a larger number is no duration. */
const MINUTES = /(?:^|\s)(\d{1,3})(?:m|\s?min|\s?minutes)\.?$/i;
/** Digits in one run or in groups of three: fewer than four of them, or decimals, are a distance driven and no odometer. */
const ODOMETER = /^(\d{4,7}|\d{1,3}(?:[ \u202f\u00a0.,']\d{3}){1,2})\s?(km|mi|miles)$/i;
/** A comma parts pieces, but not within a number: "12,5 V", "148,320 km". */
const BETWEEN_PIECES = /;|,(?!\d)|(?<!\d),/;
const CONFIRMED = /^(not reproduced|reproduced|sometimes)(?:[\s:]+(\d{1,3}) of (\d{1,3}))?$/i;
const MOST_KM = 5_000_000;

interface Draft {
  codes: Map<string, FaultCode>;
  symptoms: Set<string>;
  conditions: Set<string>;
  denied: Set<string>;
  odometerKm: number | null;
  confirmation: LineConfirmation | null;
  cleared: boolean;
  minutes: number | null;
  notes: string[];
}

/**
 * Reads one line.
 * @param words the shop's symptoms and conditions; without them such words stay notes
 * @example readEntryLine("p0340 pending 12m").codes // [{ code: "P0340", module: null, status: "pending" }]
 */
export function readEntryLine(line: string, words: LineWords = { symptoms: [], conditions: [] }): EntryLine {
  const draft: Draft = {
    codes: new Map(),
    symptoms: new Set(),
    conditions: new Set(),
    denied: new Set(),
    odometerKm: null,
    confirmation: null,
    cleared: false,
    minutes: null,
    notes: [],
  };
  for (const piece of line.split(BETWEEN_PIECES)) readPiece(piece, words, draft);
  const { codes, symptoms, conditions, denied, notes, ...rest } = draft;
  return {
    ...rest,
    codes: [...codes.values()],
    symptoms: [...symptoms],
    conditions: [...conditions],
    denied: [...denied],
    note: notes.join(", "),
  };
}

function readPiece(piece: string, words: LineWords, draft: Draft): void {
  const said = takeCodes(piece, draft).replace(/\s+/g, " ").trim();
  const bare = takeMinutes(said, draft).trim();
  if (!bare) return;
  if (!readConfirmation(bare, draft) && !readOdometer(bare, draft) && !readWords(bare, words, draft)) {
    if (/^(codes )?cleared$/i.test(bare)) draft.cleared = true;
    else draft.notes.push(/\d+m$/i.test(said) ? bare : said);
  }
}

function takeCodes(piece: string, { codes }: Draft): string {
  return piece.replace(CODE_WITH_STATUS, (whole, written: string, status: string | undefined) => {
    const code = readCode(written);
    if (!code) return whole;
    codes.set(code, { code, module: null, status: STATUS_WORDS[(status ?? "stored").toLowerCase()] ?? "stored" });
    return " ";
  });
}

function takeMinutes(piece: string, draft: Draft): string {
  const found = draft.minutes === null ? MINUTES.exec(piece) : null;
  if (!found?.[1]) return piece;
  draft.minutes = Number(found[1]);
  return piece.slice(0, found.index);
}

function readConfirmation(bare: string, draft: Draft): boolean {
  const found = CONFIRMED.exec(bare);
  if (!found?.[1] || draft.confirmation) return false;
  const [times, tries] = [found[2], found[3]].map((text) => (text === undefined ? null : Number(text)));
  if (times != null && tries != null && (times > tries || tries === 0)) return false;
  const result = found[1].toLowerCase().replace(" ", "-") as ConfirmationResult;
  if (result === "not-reproduced" && times) return false;
  draft.confirmation = { result, times: times ?? null, tries: tries ?? null };
  return true;
}

function readOdometer(bare: string, draft: Draft): boolean {
  const found = ODOMETER.exec(bare);
  const digits = found?.[1]?.replace(/\D/g, "") ?? "";
  if (!found || draft.odometerKm !== null || digits.length < 4) return false;
  const unit = found[2]?.toLowerCase() === "km" ? "km" : "mi";
  const km = Math.round(convert({ value: Number(digits), unit }, "km").value);
  if (km > MOST_KM) return false;
  draft.odometerKm = km;
  return true;
}

function readWords(bare: string, words: LineWords, draft: Draft): boolean {
  const denies = /^not\s+/i.test(bare);
  const condition = findWord(words.conditions, denies ? bare.replace(/^not\s+/i, "") : bare);
  if (condition) {
    (denies ? draft.denied : draft.conditions).add(condition);
    return true;
  }
  const symptom = denies ? null : findWord(words.symptoms, bare);
  if (symptom) draft.symptoms.add(symptom);
  return symptom !== null;
}
