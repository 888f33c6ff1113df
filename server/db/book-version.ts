import "server-only";
import type { Db } from "./pool";
import { one } from "./rows";

export interface BookVersion {
  readonly version: string;
  /** The change is this very transaction's, and nobody else sees it yet. */
  readonly own: boolean;
}

/** The version of all that the book and its counters say. */
export async function readBookVersion(db: Db): Promise<BookVersion> {
  return one<BookVersion>(
    db,
    "select version, coalesce(written_by = pg_current_xact_id_if_assigned(), false) as own from book_version",
  );
}
