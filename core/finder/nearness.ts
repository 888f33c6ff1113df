/** How well a word that was typed is a word of a name, by their stems: 0 to 1. */
export function nearness(typed: string, word: string): number {
  if (typed === word) return 1;
  if (typed.length >= LEAST.beginning && word.startsWith(typed)) return WORTH.beginning;
  // "Starts" and "start": what is typed goes on where the word ends.
  if (word.length >= LEAST.longer && typed.startsWith(word)) return WORTH.beginning;
  if (slips(typed, word) <= mostSlips(typed)) return WORTH.slip;
  if (typed.length >= LEAST.middle && word.includes(typed)) return WORTH.middle;
  // The beginning of a long word, with a slip in it: "tubro" for the turbocharger.
  if (typed.length >= LEAST.slippedBeginning && slips(typed, word.slice(0, typed.length)) <= 1)
    return WORTH.slippedBeginning;
  return 0;
}

/** Letters from which on it counts. */
const LEAST = { beginning: 3, longer: 4, middle: 4, slippedBeginning: 5 } as const;
const WORTH = { beginning: 0.8, slip: 0.6, slippedBeginning: 0.55, middle: 0.5 } as const;

/** So many slips are forgiven: none in a short word, which may be another one. */
const mostSlips = ({ length }: string): number => (length < 4 ? 0 : length < 8 ? 1 : 2);

/**
 * Letters put in, left out, changed or swapped with their neighbour between two words (optimal string alignment distance; Damerau 1964).
 * @example slips("tubro", "turbo") // 1
 */
export function slips(a: string, b: string): number {
  if (Math.abs(a.length - b.length) > 2) return Number.POSITIVE_INFINITY;
  let before: number[] = [];
  let last = Array.from({ length: b.length + 1 }, (_, at) => at);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) {
      const same = a[i - 1] === b[j - 1] ? 0 : 1;
      const swapped = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1];
      row[j] = Math.min(
        (last[j] ?? 0) + 1,
        (row[j - 1] ?? 0) + 1,
        (last[j - 1] ?? 0) + same,
        swapped ? (before[j - 2] ?? 0) + 1 : Number.POSITIVE_INFINITY,
      );
    }
    [before, last] = [last, row];
  }
  return last[b.length] ?? 0;
}
