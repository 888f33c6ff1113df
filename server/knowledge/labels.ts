import "server-only";
import type { Labels, Procedure } from "@/core/diagnosis";
import { readProcedures, readVocabulary, type Vocabulary } from "@/server/db/book";
import type { Db } from "@/server/db/pool";

/** The shop's words for keys. */
export function labelsFrom(words: Vocabulary, procedures: readonly Pick<Procedure, "key" | "title">[]): Labels {
  const lookUp = (list: readonly { key: string; label: string }[]) => {
    const map = new Map(list.map(({ key, label }) => [key, label]));
    return (key: string) => map.get(key) ?? key;
  };
  return {
    symptom: lookUp(words.symptoms),
    condition: lookUp(words.conditions),
    component: lookUp(words.components),
    failure: lookUp(words.failures),
    procedure: lookUp(procedures.map(({ key, title }) => ({ key, label: title }))),
  };
}

export async function loadLabels(db: Db): Promise<Labels> {
  return labelsFrom(await readVocabulary(db), await readProcedures(db));
}
