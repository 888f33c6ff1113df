import "server-only";
import type { JobId, PersonId } from "@/core/ids";
import type { KeptFile } from "@/server/files/read-file";
import type { Db } from "./pool";
import { execute, many, maybeOne } from "./rows";

export interface FileRow {
  readonly id: string;
  readonly seq: number;
  readonly name: string;
  readonly mediaType: string;
  readonly sizeBytes: number;
  readonly width: number | null;
  readonly height: number | null;
  readonly by: string;
  readonly byId: PersonId;
}

const COLUMNS = `f.id, f.seq, f.name, f.media_type as "mediaType", f.size_bytes as "sizeBytes", f.width, f.height,
  p.name as by, f.by_id as "byId"`;

/** The files of a job that were not taken back, in the order of their coming. */
export async function listFiles(db: Db, jobId: JobId): Promise<FileRow[]> {
  return many<FileRow>(
    db,
    `select ${COLUMNS}
     from job_file f
     join person p on p.id = f.by_id
     where f.job_id = $1 and f.removed_at is null
     order by f.at, f.id`,
    [jobId],
  );
}

/** A file of this job, without its bytes. */
export async function findFile(db: Db, jobId: JobId, id: string): Promise<FileRow | null> {
  return maybeOne<FileRow>(
    db,
    `select ${COLUMNS}
     from job_file f
     join person p on p.id = f.by_id
     where f.job_id = $1 and f.id = $2 and f.removed_at is null`,
    [jobId, id],
  );
}

export interface NewFile extends KeptFile {
  readonly jobId: JobId;
  readonly id: string;
  readonly seq: number;
  readonly name: string;
  readonly by: PersonId;
  readonly at: Date;
}

/** @returns false where a file with this id was kept before */
export async function insertFile(db: Db, file: NewFile): Promise<boolean> {
  const { jobId, id, seq, name, mediaType, content, thumbnail, width, height, at, by } = file;
  const added = await execute(
    db,
    `insert into job_file
       (job_id, id, seq, name, media_type, size_bytes, width, height, content, thumbnail, at, by_id)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $12)
     on conflict (job_id, id) do nothing`,
    [jobId, id, seq, name, mediaType, content.length, width, height, content, thumbnail, at, by],
  );
  return added === 1;
}

const PIECE_BYTES = 256 * 1024;

/** A file's content in pieces, so that no whole file stands in memory for a slow reader. */
export async function* readContent(db: Db, jobId: JobId, { id, sizeBytes }: FileRow): AsyncGenerator<Buffer> {
  for (let from = 1; from <= sizeBytes; from += PIECE_BYTES) {
    const row = await maybeOne<{ piece: Buffer }>(
      db,
      "select substring(content from $3 for $4) as piece from job_file where job_id = $1 and id = $2 and removed_at is null",
      [jobId, id, from, PIECE_BYTES],
    );
    if (!row) return;
    yield row.piece;
  }
}

/** The small picture of a file; null where it has none. */
export async function readThumbnail(db: Db, jobId: JobId, id: string): Promise<Buffer | null> {
  const row = await maybeOne<{ thumbnail: Buffer | null }>(
    db,
    "select thumbnail from job_file where job_id = $1 and id = $2 and removed_at is null",
    [jobId, id],
  );
  return row?.thumbnail ?? null;
}

/** Takes a file back: that there was one stays known, its content is let go. */
export async function removeFile(db: Db, jobId: JobId, id: string, now: Date): Promise<void> {
  await execute(
    db,
    "update job_file set removed_at = $3, content = '', thumbnail = null where job_id = $1 and id = $2",
    [jobId, id, now],
  );
}
