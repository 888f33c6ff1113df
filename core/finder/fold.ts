/** They say nothing of what is looked for. */
const SMALL_WORDS = new Set(
  "a an the of at is it to and in on from when with only does do for by under while after its my".split(" "),
);

/** Text in small letters, without accents. */
export const plain = (text: string): string => text.toLowerCase().normalize("NFD").replace(/\p{M}/gu, "");

/** What is the same however somebody spaces and dashes it: "HF 4163" and "hf-4163". */
export const identity = (text: string): string => plain(text).replace(/[^\p{L}\p{N}]+/gu, "");

/** A word without the endings that verbs and plurals have; null where it says nothing. */
export function stem(word: string): string | null {
  const small = plain(word);
  if (SMALL_WORDS.has(small)) return null;
  return small.length > 4 ? small.replace(/(?:ing|ed|es|s|y|e)$/, "") : small;
}

/** The words of a text that say something, by their stems; all of them where every one is small. */
export function stemsOf(text: string): readonly string[] {
  const words = plain(text)
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);
  const telling = words.flatMap((word) => stem(word) ?? []);
  return telling.length ? telling : words;
}
