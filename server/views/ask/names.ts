import "server-only";
import { wordsVersion } from "@/server/book/load";
import { isHearing } from "@/server/db/book-news";
import type { Db } from "@/server/db/pool";
import { namesLike, namesNearly, type NameFound } from "@/server/db/search";

/** What is called like the words that people type: they type the same ones again and again. */

/** So many words are remembered. */
const MOST = 5000;

type Strictness = "like" | "nearly";

interface Remembered extends Record<Strictness, Map<string, readonly NameFound[]>> {
  /** Of the words of the book. */
  readonly version: string;
}

// For the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsNames?: Remembered } = globalThis;

const LOOK_UP = { like: namesLike, nearly: namesNearly } as const;

/** A name that nobody had heard before may be like any of them. */
export function forgetNames(): void {
  delete kept.deadEndsNames;
}

/** Everything that is called like one of these words; `nearly` is less strict. Each name comes once. */
export async function namesOf(db: Db, strictness: Strictness, words: readonly string[]): Promise<readonly NameFound[]> {
  const known = await knownNames(db, strictness);
  const unknown = words.filter((word) => !known.has(word));
  for (const [word, names] of await LOOK_UP[strictness](db, unknown)) known.set(word, names);
  const found = words.flatMap((word) => known.get(word) ?? []);
  return [...new Map(found.map((name) => [JSON.stringify(name), name])).values()];
}

/** What is remembered; nothing where this process does not hear of every change. */
async function knownNames(db: Db, strictness: Strictness): Promise<Map<string, readonly NameFound[]>> {
  if (!isHearing()) return new Map();
  const version = await wordsVersion(db);
  if (kept.deadEndsNames?.version !== version) kept.deadEndsNames = { version, like: new Map(), nearly: new Map() };
  const known = kept.deadEndsNames[strictness];
  if (known.size > MOST) known.clear();
  return known;
}
