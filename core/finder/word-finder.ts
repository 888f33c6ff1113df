import MiniSearch from "minisearch";
import { stem } from "./fold";

/** A word of a vocabulary, by what it is called and also called. */
export interface FindableWord {
  readonly key: string;
  readonly label: string;
  readonly also?: readonly string[] | undefined;
}

/** What stands in the middle of a word is meant only where so much of it was typed. */
const LEAST_MIDDLE = 4;

/**
 * Finds words as people say them: whole words before beginnings, beginnings before middles; every word that was typed has to be answered, in any
 * order; endings do not matter, and letters scattered over a word are no match.
 * @returns keys, the best first; all of them where nothing was typed
 * @example wordFinder([{ key: "bumps", label: "Knock over bumps", also: ["Rattles on rough roads"] }])("rattle") // ["bumps"]
 */
export function wordFinder(words: readonly FindableWord[]): (typed: string) => readonly string[] {
  const index = new MiniSearch<FindableWord>({
    idField: "key",
    fields: ["label", "also"],
    extractField: (word, field) => (field === "also" ? (word.also ?? []).join("; ") : word[field as "key" | "label"]),
    processTerm: stem,
    searchOptions: { prefix: true, combineWith: "AND", boost: { label: 1.3 } },
  });
  index.addAll(words);
  return (typed) => {
    const wanted = typed.trim().toLowerCase();
    if (!wanted) return words.map(({ key }) => key);
    const found = index.search(wanted).map(({ id }) => id as string);
    const middles =
      wanted.length < LEAST_MIDDLE ? [] : words.filter((word) => namesOf(word).some((name) => name.includes(wanted)));
    // What is called just so comes first.
    const named = words.filter((word) => namesOf(word).includes(wanted)).map(({ key }) => key);
    return [...new Set([...named, ...found, ...middles.map(({ key }) => key)])];
  };
}

const namesOf = ({ label, also = [] }: FindableWord) => [label, ...also].map((name) => name.toLowerCase());
