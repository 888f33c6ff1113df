/** A word of the vocabulary as the line knows it. */
export interface LineWord {
  readonly key: string;
  readonly label: string;
  /** What people also call it. */
  readonly also?: readonly string[];
}

export interface LineWords {
  readonly symptoms: readonly LineWord[];
  readonly conditions: readonly LineWord[];
}

/** "When hot" is also found as "hot", "On short trips" as "short trips". */
const LEADING = /^(when|on|only when|only|in|at|while)\s+/;

const plain = (text: string) => text.toLowerCase().replace(/\s+/g, " ").trim();
const bare = (text: string) => plain(text).replace(LEADING, "");

/** The key of the word that is called just so, with or without its leading "when"; null where there is none. */
export function findWord(words: readonly LineWord[], text: string): string | null {
  const called = (same: (name: string) => boolean) => words.find(({ label, also = [] }) => [label, ...also].some(same));
  const exact = called((name) => plain(name) === plain(text));
  return (exact ?? called((name) => bare(name) === bare(text)))?.key ?? null;
}

const LEAST_LETTERS = 2;

/**
 * What Tab makes of a line: its last piece completed to the first word of the vocabulary that begins like it.
 * @returns the whole line, or null where nothing begins like its last piece
 * @example completeLine("P0299, upw", words) // null; completeLine("P0299, uph", words) // "P0299, Uphill"
 */
export function completeLine(line: string, { symptoms, conditions }: LineWords): string | null {
  const at = Math.max(line.lastIndexOf(","), line.lastIndexOf(";")) + 1;
  const [, lead = "", typed = ""] = /^(\s*(?:not\s+)?)(.*)$/is.exec(line.slice(at)) ?? [];
  const wanted = plain(typed);
  if (wanted.length < LEAST_LETTERS) return null;
  const begins = ({ label }: LineWord) => plain(label).startsWith(wanted) || bare(label).startsWith(wanted);
  const found = [...symptoms, ...conditions].find(begins);
  if (!found || plain(found.label) === wanted) return null;
  return line.slice(0, at) + lead + found.label;
}
