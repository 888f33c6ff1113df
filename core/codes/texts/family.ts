/**
 * A run of codes that say the same five things, or fewer, of one circuit (SAE J2012 lays most circuits out so): "P0100 CRLHI" is circuit, range or
 * performance, signal low, signal high, intermittent, one after another from P0100.
 */
export type Family = readonly [first: string, aspects: string, subject: string, where?: string];

const ASPECTS: Readonly<Record<string, string>> = {
  C: "circuit",
  O: "circuit open",
  R: "range or performance",
  L: "signal low",
  H: "signal high",
  I: "intermittent",
  N: "no signal",
  E: "electrical",
  F: "stuck off, or does too little",
  S: "stuck on",
};

/** The texts of the codes that a family stands for. @throws Error where an aspect has no words */
export function familyTexts([first, aspects, subject, where]: Family): readonly (readonly [string, string])[] {
  return [...aspects].map((aspect, at) => {
    const words = ASPECTS[aspect];
    if (!words) throw new Error(`familyTexts: no words for ${aspect} of ${first}`);
    return [codeAfter(first, at), `${subject}: ${words}${where ? `, ${where}` : ""}`];
  });
}

/** The same thing of one after another: "P0301", "Misfire of cylinder #", 1 to 12. */
export type Series = readonly [first: string, text: string, names: readonly (string | number)[], step?: number];

/** The texts of the codes of a series; `#` stands for the name. */
export function seriesTexts([first, text, names, step = 1]: Series): readonly (readonly [string, string])[] {
  return names.map((name, at) => [codeAfter(first, at * step), text.replace("#", String(name))] as const);
}

/** The code so many numbers after another: hexadecimal, as the codes count. */
function codeAfter(first: string, by: number): string {
  const number = Number.parseInt(first.slice(1), 16) + by;
  return first.charAt(0) + number.toString(16).toUpperCase().padStart(4, "0");
}
