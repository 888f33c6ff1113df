import "server-only";
import { exhaustive } from "@/core/exhaustive";
import type { ConditionTopic, Needs } from "@/core/book";
import { readVocabulary } from "@/server/db/book";
import { pool } from "@/server/db/pool";
import { countJobsNaming, readMergedWords, type WordKind } from "@/server/db/words";

export interface WordView {
  readonly key: string;
  readonly label: string;
  readonly system: string | null;
  readonly topic: ConditionTopic | null;
  /** What it is also called; of these, `merged` are words of their own once. */
  readonly also: readonly string[];
  readonly merged: readonly { readonly key: string; readonly label: string }[];
  /** Of a component: what a vehicle must be to have it. */
  readonly needs?: Partial<Needs>;
  /** Of components and failures: where a finding names it, what made it fail is asked. */
  readonly asksReason?: boolean;
  /** Jobs that name it, under whatever name. */
  readonly jobs: number;
}

export interface WordList {
  readonly kind: WordKind;
  readonly words: readonly WordView[];
  /** Every system that there is. */
  readonly systems: readonly string[];
}

/** The words of one kind. */
export async function loadWords(kind: WordKind): Promise<WordList> {
  const db = pool();
  const [vocabulary, merged, counts] = await Promise.all([
    readVocabulary(db),
    readMergedWords(db),
    countJobsNaming(db, kind),
  ]);
  const doubles = merged.filter((each) => each.kind === kind);
  const words: readonly WordView[] = listOf(vocabulary, kind).map((word) => {
    const own = doubles.filter(({ into }) => into === word.key);
    const labels = new Set(own.map(({ label }) => label));
    return {
      ...word,
      also: (word.also ?? []).filter((text) => !labels.has(text)),
      merged: own.map(({ key, label }) => ({ key, label })),
      jobs: [word.key, ...own.map(({ key }) => key)].reduce((sum, key) => sum + (counts.get(key) ?? 0), 0),
    };
  });
  const systems = [...new Set([...vocabulary.symptoms, ...vocabulary.components].map(({ system }) => system))].sort();
  return { kind, words, systems };
}

interface PlainWord {
  readonly key: string;
  readonly label: string;
  readonly also?: readonly string[];
  readonly system: string | null;
  readonly topic: ConditionTopic | null;
  readonly needs?: Partial<Needs>;
  readonly asksReason?: boolean;
}

function listOf(vocabulary: Awaited<ReturnType<typeof readVocabulary>>, kind: WordKind): readonly PlainWord[] {
  switch (kind) {
    case "symptom":
      return vocabulary.symptoms.map((word) => ({ ...word, topic: null }));
    case "condition":
      return vocabulary.conditions.map((word) => ({ ...word, system: null }));
    case "component":
      return vocabulary.components.map((word) => ({ ...word, topic: null }));
    case "failure":
      return vocabulary.failures.map((word) => ({ ...word, system: null, topic: null }));
    default:
      return exhaustive(kind, "listOf");
  }
}
