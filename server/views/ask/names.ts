import "server-only";
import { wordsVersion } from "@/server/book/load";
import type { Db } from "@/server/db/pool";
import { namesLike, namesNearly, type NameFound, type NamesByWord } from "@/server/db/search";

/** What is called like the words that people type: they type the same ones again and again. */

/** So many words are remembered. */
const MOST = 5000;

type Strictness = "like" | "nearly";

interface Remembered {
  /** Of the words of the book. */
  readonly version: string;
  readonly names: ReadonlyMap<Strictness, Map<string, readonly NameFound[]>>;
}

// For the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsNames?: Remembered } = globalThis;

const LOOK_UP = { like: namesLike, nearly: namesNearly } as const;

/** Everything that is called like one of these words; `nearly` is less strict. Each name comes once. */
export async function namesOf(db: Db, strictness: Strictness, words: readonly string[]): Promise<readonly NameFound[]> {
  const version = await wordsVersion(db);
  if (kept.deadEndsNames?.version !== version)
    kept.deadEndsNames = { version, names: new Map([["like", new Map()] as const, ["nearly", new Map()] as const]) };
  const known = kept.deadEndsNames.names.get(strictness) ?? new Map<string, readonly NameFound[]>();
  if (known.size > MOST) known.clear();
  const unknown = words.filter((word) => !known.has(word));
  const found: NamesByWord = unknown.length ? await LOOK_UP[strictness](db, unknown) : new Map();
  for (const [word, names] of found) known.set(word, names);
  const once = new Map<string, NameFound>();
  for (const word of words)
    for (const name of found.get(word) ?? known.get(word) ?? [])
      once.set([name.kind, name.key, name.owner, name.name].join("\0"), name);
  return [...once.values()];
}
