import "server-only";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, maybeOne } from "./rows";

/** Of a known failure: the picture of the mark by which its improved part is told. */
export interface MarkPicture {
  readonly pattern: string;
  readonly mediaType: string;
  readonly content: Buffer;
}

export async function readMarkPicture(db: Db, pattern: string): Promise<MarkPicture | null> {
  const text = `select pattern, media_type as "mediaType", content from pattern_picture where pattern = $1`;
  return maybeOne<MarkPicture>(db, text, [pattern]);
}

/** Whether there is one, and since when: what its address is told apart by. */
export async function markPictureSince(db: Db, pattern: string): Promise<Date | null> {
  const row = await maybeOne<{ at: Date }>(db, "select at from pattern_picture where pattern = $1", [pattern]);
  return row?.at ?? null;
}

/** Puts it in place of the one that was there. */
export async function setMarkPicture(
  db: Db,
  { pattern, mediaType, content }: MarkPicture,
  by: { readonly id: PersonId; readonly at: Date },
): Promise<void> {
  await execute(
    db,
    `insert into pattern_picture (pattern, media_type, content, at, by_id)
     values ($1, $2, $3, $4, $5)
     on conflict (pattern) do update
     set media_type = excluded.media_type, content = excluded.content, at = excluded.at, by_id = excluded.by_id`,
    [pattern, mediaType, content, by.at, by.id],
  );
}

/** @returns whether there was one */
export async function removeMarkPicture(db: Db, pattern: string): Promise<boolean> {
  return (await execute(db, "delete from pattern_picture where pattern = $1", [pattern])) === 1;
}
