"use client";

import { useEffect, useState } from "react";
import type { Vocabulary } from "@/server/db/book";
import { Versioned } from "./versioned";

const book = new Versioned<Vocabulary>("/api/v1/words");

/** Where the page itself needs none. */
export const NO_WORDS: Vocabulary = { symptoms: [], conditions: [], components: [], failures: [] };

/** After a lost connection it is tried again so much later. */
const AGAIN_MS = 3000;

/**
 * The shop's words, which travel once for each version of them.
 * @param first what the page itself needs, until the rest is here
 */
export function useShopWords(version: string, first: Vocabulary): Vocabulary {
  const [words, setWords] = useState(first);
  useEffect(() => {
    let over = false;
    let again: ReturnType<typeof setTimeout> | undefined;
    const ask = () =>
      book.fetch(version).then(
        (all) => !over && setWords(all),
        () => {
          if (!over) again = setTimeout(() => void ask(), AGAIN_MS);
        },
      );
    void ask();
    return () => {
      over = true;
      clearTimeout(again);
    };
  }, [version]);
  return words;
}
