import "server-only";
import type { JobId } from "@/core/ids";
import { loadLabels } from "@/server/book/load";
import { readFacts } from "@/server/db/facts";
import { listFiles } from "@/server/db/files";
import { pool } from "@/server/db/pool";
import { readTrail } from "@/server/db/trail";
import { entryViews, withCountedMinutes, type EntryView } from "./trail";

/** Of a longer trail a sheet brings the latest entries alone; who wants the earlier ones asks for all of them. */
export const SENT_AT_ONCE = 100;

/** Every entry of a job, oldest first. */
export async function loadTrail(id: JobId): Promise<readonly EntryView[]> {
  const db = pool();
  const [trail, files, facts, labels] = await Promise.all([
    readTrail(db, id).then(withCountedMinutes),
    listFiles(db, id),
    readFacts(db, id),
    loadLabels(db),
  ]);
  return entryViews(trail, files, labels, facts);
}
