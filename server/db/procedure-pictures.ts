import "server-only";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, maybeOne } from "./rows";

export interface StepPicture {
  readonly procedure: string;
  /** What the step says. */
  readonly step: string;
  readonly mediaType: string;
  readonly content: Buffer;
}

/** The picture of a step, or null. */
export async function readStepPicture(db: Db, procedure: string, step: string): Promise<StepPicture | null> {
  return maybeOne<StepPicture>(
    db,
    `select procedure, step, media_type as "mediaType", content
     from procedure_picture
     where procedure = $1 and step = $2`,
    [procedure, step],
  );
}

/** Puts a picture beside a step, in place of the one that was there. */
export async function setStepPicture(
  db: Db,
  { procedure, step, mediaType, content }: StepPicture,
  by: { readonly id: PersonId; readonly at: Date },
): Promise<void> {
  await execute(
    db,
    `insert into procedure_picture (procedure, step, media_type, content, at, by_id)
     values ($1, $2, $3, $4, $5, $6)
     on conflict (procedure, step) do update
     set media_type = excluded.media_type, content = excluded.content, at = excluded.at, by_id = excluded.by_id`,
    [procedure, step, mediaType, content, by.at, by.id],
  );
}

/** @returns whether there was one */
export async function removeStepPicture(db: Db, procedure: string, step: string): Promise<boolean> {
  return (
    (await execute(db, "delete from procedure_picture where procedure = $1 and step = $2", [procedure, step])) === 1
  );
}
