import "server-only";
import type { Vocabulary } from "@/server/db/book";

/** The words of the shop that a value names by their keys, wherever they stand in it: alone, or as a cause (`component/failure`). */
export function wordsNamedIn(words: Vocabulary, value: unknown): Vocabulary {
  const named = new Set<string>();
  gather(value, named);
  const own = <Word extends { readonly key: string }>(list: readonly Word[]) =>
    list.filter(({ key }) => named.has(key));
  return {
    symptoms: own(words.symptoms),
    conditions: own(words.conditions),
    components: own(words.components),
    failures: own(words.failures),
  };
}

function gather(value: unknown, named: Set<string>): void {
  if (typeof value === "string") for (const part of value.split("/")) named.add(part);
  else if (Array.isArray(value)) for (const each of value) gather(each, named);
  else if (typeof value === "object" && value !== null) for (const each of Object.values(value)) gather(each, named);
}
