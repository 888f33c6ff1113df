import "server-only";
import type { Db } from "./pool";
import { execute, one } from "./rows";

export interface BookVersion {
  readonly version: string;
  /** Versions, counted. */
  readonly nth: number;
  /** The version of what is not counted: words, causes, procedures, known failures. */
  readonly words: string;
  /** The change is this very transaction's, and nobody else sees it yet. */
  readonly own: boolean;
}

/** The version of all that the book and its counters say. */
export async function readBookVersion(db: Db): Promise<BookVersion> {
  return one<BookVersion>(
    db,
    "select version, nth, words, coalesce(written_by = pg_current_xact_id_if_assigned(), false) as own from book_version",
  );
}

/** By which rules the jobs on record were counted. */
export async function readLessonVersion(db: Db): Promise<number> {
  return (await one<{ lesson: number }>(db, "select lesson from book_version")).lesson;
}

/** The jobs on record are counted by these rules now. */
export async function writeLessonVersion(db: Db, lesson: number): Promise<void> {
  await execute(db, "update book_version set lesson = $1", [lesson]);
}

/**
 * What this transaction writes of the book gives it no other version before `giveVersionThatIsDue`: every closing gives it one as well, and would wait from
 * the first word on. Until then nobody may read the book in it by its version.
 */
export async function letVersionComeAtTheEnd(db: Db): Promise<void> {
  await execute(db, "select set_config('dead_ends.version', 'at-the-end', true)");
}

/** Gives the book its version, where something of it was written. From here to the end of the transaction closings wait. */
export async function giveVersionThatIsDue(db: Db): Promise<void> {
  await execute(db, "select give_version_that_is_due()");
}
