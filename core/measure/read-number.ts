/** Which sign a shop writes before decimals: what settles a number that can be two. */
export type DecimalSign = "," | ".";

/** A number as it was understood, and the other one that it could be: "1,200" is 1.2 or 1200. */
interface UnderstoodNumber {
  readonly value: number;
  readonly other: number | null;
}

/** Spaces between groups of three, as people write thousands: narrow, no-break and plain ones, and apostrophes. */
const GROUPING = "[ \\u00a0\\u202f\\u2009'’]";
/** Digits in groups of three, or in one run; then decimals. A number never runs on over a space that parts no thousands. */
const NUMBER = new RegExp(
  `^[+-]?(?:\\d{1,3}(?:${GROUPING}\\d{3})+(?:[.,]\\d+)?|\\d{1,3}(?:\\.\\d{3})+(?:,\\d+)?|\\d{1,3}(?:,\\d{3})+(?:\\.\\d+)?|\\d+[.,]?\\d*|[.,]\\d+)`,
);

const GROUPS = new RegExp(GROUPING, "g");
/** A number that can be read in one way only. */
const PLAIN = /^[+-]?\d+(\.\d+)?$/;

/** The number that a text begins with, as it is written there, and what stands behind it; null where it begins with none. */
export function splitNumber(text: string): { readonly number: string; readonly rest: string } | null {
  const number = NUMBER.exec(text)?.[0];
  return number === undefined ? null : { number, rest: text.slice(number.length).trim() };
}

/**
 * A number as people type it, with what else it could be: decimal comma or point, thousands by spaces, points, commas or apostrophes.
 * @param decimal the shop's own decimal sign: settles one sign with three digits behind it
 * @example understandNumber("1,200", ",") // { value: 1.2, other: 1200 }
 */
function understandNumber(text: string, decimal: DecimalSign = ","): UnderstoodNumber | null {
  const tidy = text.trim();
  const split = splitNumber(tidy);
  if (!split || split.rest) return null;
  const plain = split.number.replace(GROUPS, "");
  const signs = plain.replace(/[^.,]/g, "");
  const last = signs.at(-1);
  const [points, commas] = [signs.replace(/,/g, "").length, signs.replace(/\./g, "").length];
  // Both signs: the last one is the decimal sign. One sign twice: it parts thousands.
  if (points && commas) return only(plain, last === "," ? "," : ".");
  if (points > 1 || commas > 1) return only(plain, points > 1 ? "," : ".");
  const isEither = signs.length === 1 && plain === split.number && /^[+-]?[1-9]\d{0,2}[.,]\d{3}$/.test(plain);
  if (!isEither || last === ".") return only(plain, last === "," ? "," : ".");
  const [asDecimals, asThousands] = [valueOf(plain, ","), valueOf(plain, ".")];
  return decimal === "," ? { value: asDecimals, other: asThousands } : { value: asThousands, other: asDecimals };
}

/**
 * A number as people type it. Null where it is none.
 * @example readNumber("12,5") // 12.5
 */
export function readNumber(text: string, decimal: DecimalSign = ","): number | null {
  // Nearly all numbers of a recording are written so: a million of them are read in a moment.
  if (PLAIN.test(text)) return finite(Number(text));
  const understood = understandNumber(text, decimal);
  return understood && finite(understood.value);
}

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

/**
 * A number of whole things, such as kilometres on a clock: one sign with three digits behind it parts thousands, whichever it is.
 * @example readWhole("182.500") // 182500
 */
export function readWhole(text: string): number | null {
  const tidy = text.trim();
  return /^\d{1,3}[.,]\d{3}$/.test(tidy) ? Number(tidy.replace(/[.,]/, "")) : readNumber(tidy);
}

function only(text: string, decimal: DecimalSign): UnderstoodNumber {
  return { value: valueOf(text, decimal), other: null };
}

function valueOf(text: string, decimal: DecimalSign): number {
  const groups = decimal === "," ? /\./g : /,/g;
  return Number(text.replace(groups, "").replace(",", "."));
}

/** "1,200" can be two numbers: how it was understood, and how to write the other one; null where there is no doubt. */
export function numberDoubt(text: string, decimal: DecimalSign = ","): string | null {
  const number = splitNumber(text.trim())?.number;
  const understood = number === undefined ? null : understandNumber(number, decimal);
  if (!understood || understood.other === null) return null;
  return `Read as ${understood.value}. If ${understood.other} is meant, write it without a sign between its digits.`;
}
