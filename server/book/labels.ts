import "server-only";
import type { Labels } from "@/core/words";
import type { Procedure } from "@/core/book";
import type { Vocabulary } from "@/server/db/book";
import type { MergedWord, WordKind } from "@/server/db/words";

/** The shop's words for keys; a word that was merged into another is called what it was called when it was written. */
export function labelsFrom(
  words: Vocabulary,
  procedures: readonly Pick<Procedure, "key" | "title">[],
  merged: readonly MergedWord[],
): Labels {
  const lookUp = (list: readonly { key: string; label: string }[], kind?: WordKind) => {
    const doubles = merged.filter((each) => each.kind === kind);
    const map = new Map([...list, ...doubles].map(({ key, label }) => [key, label]));
    return (key: string) => map.get(key) ?? key;
  };
  return {
    symptom: lookUp(words.symptoms, "symptom"),
    condition: lookUp(words.conditions, "condition"),
    component: lookUp(words.components, "component"),
    failure: lookUp(words.failures, "failure"),
    procedure: lookUp(procedures.map(({ key, title }) => ({ key, label: title }))),
  };
}
