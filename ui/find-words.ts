/** How well a word answers what was typed: 1 is the word itself, 0 is another one. */

/** What a word further behind is worth less. */
const LATER = 0.03;
/** What stands in the middle of a word is meant only where so much of it was typed. */
const LEAST_MIDDLE = 4;

/**
 * Ranks a word by what it is called and also called. Whole words come before beginnings, beginnings before middles; every word that was typed has
 * to be answered, in any order; endings do not matter. Letters scattered over a word are no match.
 * @example rankWord("rattles", "Knock over bumps", ["Rattles on rough roads"]) > 0 // true
 */
export function rankWord(typed: string, label: string, also: readonly string[] = []): number {
  const wanted = tokensOf(typed);
  if (!wanted.length) return 1;
  const names = [label, ...also].map((name, at) => rankName(wanted, name) * (at === 0 ? 1 : 0.9));
  // "Fan dead": one word from what it is called, the other from what it is also called.
  return Math.max(...names, rankName(wanted, [label, ...also].join(" ")) * 0.6);
}

function rankName(wanted: readonly string[], name: string): number {
  const words = tokensOf(name);
  const ranks = wanted.map((each) => Math.max(0, ...words.map((word, at) => rankToken(each, word) - at * LATER)));
  if (ranks.some((rank) => rank <= 0)) return 0;
  const whole = wanted.length / Math.max(wanted.length, words.length);
  return (ranks.reduce((sum, rank) => sum + rank, 0) / ranks.length) * 0.9 + whole * 0.1;
}

function rankToken(typed: string, word: string): number {
  if (typed === word) return 1;
  if (stem(typed) === stem(word)) return 0.95;
  if (word.startsWith(typed) || (typed.length >= LEAST_MIDDLE && stem(word).startsWith(stem(typed)))) return 0.7;
  return typed.length >= LEAST_MIDDLE && word.includes(typed) ? 0.25 : 0;
}

function tokensOf(text: string): readonly string[] {
  const plain = text.toLowerCase().normalize("NFD").replace(/\p{M}/gu, "");
  return plain.split(/[^\p{L}\p{N}]+/u).filter((word) => word && !SMALL_WORDS.has(word));
}

/** They say nothing of what is looked for. */
const SMALL_WORDS = new Set([
  "a",
  "an",
  "the",
  "of",
  "at",
  "is",
  "it",
  "to",
  "and",
  "in",
  "on",
  "from",
  "when",
  "with",
]);

/** Without the endings that verbs and plurals have. */
function stem(word: string): string {
  return word.length > 4 ? word.replace(/(?:ing|ed|es|s|y|e)$/, "") : word;
}
