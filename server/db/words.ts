import "server-only";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

export const WORD_KINDS = ["symptom", "condition", "component", "failure"] as const;
export type WordKind = (typeof WORD_KINDS)[number];

export interface NewWord {
  readonly key: string;
  readonly label: string;
  /** Of symptoms and components only. */
  readonly system: string | null;
}

const hasSystem = (kind: WordKind) => kind === "symptom" || kind === "component";

/** The key of the word that is called so, by its label or by what people also call it. */
export async function findWordCalled(db: Db, kind: WordKind, text: string): Promise<string | null> {
  const row = await maybeOne<{ key: string }>(
    db,
    `select key from ${kind} where lower(label) = lower($1)
     union
     select key from synonym where kind = $2 and lower(text) = lower($1)
     limit 1`,
    [text, kind],
  );
  return row?.key ?? null;
}

export async function wordExists(db: Db, kind: WordKind, key: string): Promise<boolean> {
  return (await maybeOne(db, `select key from ${kind} where key = $1`, [key])) !== null;
}

export async function insertWord(db: Db, kind: WordKind, word: NewWord, by: { id: PersonId; at: Date }): Promise<void> {
  const { key, label, system } = word;
  if (hasSystem(kind))
    await execute(db, `insert into ${kind} (key, label, system, created_at, created_by) values ($1, $2, $3, $4, $5)`, [
      key,
      label,
      system,
      by.at,
      by.id,
    ]);
  else
    await execute(db, `insert into ${kind} (key, label, created_at, created_by) values ($1, $2, $3, $4)`, [
      key,
      label,
      by.at,
      by.id,
    ]);
}

export async function insertSynonym(
  db: Db,
  synonym: { kind: WordKind; key: string; text: string },
  by: { id: PersonId; at: Date },
): Promise<void> {
  await execute(db, "insert into synonym (kind, text, key, created_at, created_by) values ($1, $2, $3, $4, $5)", [
    synonym.kind,
    synonym.text,
    synonym.key,
    by.at,
    by.id,
  ]);
}

/** What people also call the words of a kind, by key. */
export async function readSynonyms(db: Db): Promise<ReadonlyMap<WordKind, ReadonlyMap<string, readonly string[]>>> {
  const rows = await many<{ kind: WordKind; key: string; texts: string[] }>(
    db,
    "select kind, key, array_agg(text order by text) as texts from synonym group by kind, key",
  );
  const byKind = new Map<WordKind, Map<string, readonly string[]>>();
  for (const { kind, key, texts } of rows) {
    const byKey = byKind.get(kind) ?? new Map<string, readonly string[]>();
    byKind.set(kind, byKey.set(key, texts));
  }
  return byKind;
}
