import "server-only";
import { workOutAhead } from "@/core/evidence";
import { isHearing, isNothingNew, newsSoFar, nothingNewSince } from "@/server/db/book-news";
import { readBookVersion } from "@/server/db/book-version";
import { pool, type Db } from "@/server/db/pool";
import { readBook, stepped, type KeptBook } from "./read-book";

/** The book in memory: the database's, or of two seconds ago where jobs are being closed one after another. */

// One book for the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsBook?: KeptBook; deadEndsStepping?: Stepping } = globalThis;

/** The book as it stands; within a transaction with what that changed. */
export async function currentBook(db: Db): Promise<KeptBook> {
  const before = kept.deadEndsBook;
  if (db === pool() && before && isNothingNew()) return before;
  const asked = newsSoFar();
  // The version first: what is read after it may be newer, and is then read once more, but never older.
  const version = await readBookVersion(db);
  if (before?.version === version.version) {
    if (db === pool()) nothingNewSince(asked);
    return before;
  }
  // Outside a change, who asks while jobs are being closed one after another is not held up by each of them.
  if (db === pool() && before?.words === version.words && isHearing()) return laterBook(before);
  const next = before && (await stepped(db, before, version));
  const book = next ? await aheadInPieces(next) : await readBook(db, version);
  // What a transaction changed itself is not for others until it is kept, and may change again before.
  if (!version.own) {
    keep(book);
    if (db === pool()) nothingNewSince(asked);
  }
  return book;
}

/** Closed jobs are taken into the book that everybody reads so often at most. */
const STEP_EVERY_MS = 1500;
/** After so long without one, whoever asks waits for it: a shop that closes a job now and then always reads what it taught. */
const QUIET_MS = 4000;
/** After so long a piece of the work ahead lets others have their turn. (With 8, an advice in the middle of closings took 1.7 times as long at the 95th percentile, with 1 it takes 1.4.) */
const PIECE_MS = 1;

interface Stepping {
  /** When the last step was taken. */
  at: number;
  underWay: Promise<KeptBook> | null;
}

/** The book with the jobs that were closed since, or the one before, two seconds old at most, where one is closed after another. */
async function laterBook(before: KeptBook): Promise<KeptBook> {
  const stepping = (kept.deadEndsStepping ??= { at: Number.NEGATIVE_INFINITY, underWay: null });
  const sinceLast = performance.now() - stepping.at;
  if (!stepping.underWay && sinceLast >= STEP_EVERY_MS)
    stepping.underWay = stepAhead(before).finally(() => {
      stepping.at = performance.now();
      stepping.underWay = null;
    });
  if (!stepping.underWay || sinceLast < QUIET_MS) {
    stepping.underWay?.catch(() => {});
    return before;
  }
  return stepping.underWay;
}

/** Takes the steps, and only then gives the book to everybody. */
async function stepAhead(before: KeptBook): Promise<KeptBook> {
  const asked = newsSoFar();
  const version = await readBookVersion(pool());
  const book = await aheadInPieces((await stepped(pool(), before, version)) ?? (await readBook(pool(), version)));
  keep(book);
  nothingNewSince(asked);
  return book;
}

/** Keeps it for everybody, where nobody has kept a later one since. */
function keep(book: KeptBook): void {
  const other = kept.deadEndsBook;
  if (other?.words === book.words && other.nth > book.nth) return;
  kept.deadEndsBook = book;
}

/** Works out ahead what every case asks of a book, piece by piece. */
async function aheadInPieces(book: KeptBook): Promise<KeptBook> {
  let begun = performance.now();
  const ahead = workOutAhead(book.known);
  while (!ahead.next().done) {
    if (performance.now() - begun < PIECE_MS) continue;
    await new Promise(setImmediate);
    begun = performance.now();
  }
  return book;
}

/** Takes closed jobs into the book before somebody asks. */
export async function bringBookUpToDate(): Promise<void> {
  await currentBook(pool());
}
