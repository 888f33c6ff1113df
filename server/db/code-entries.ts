import "server-only";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many } from "./rows";

export interface CodeEntry {
  readonly code: string;
  /** Empty for every make. */
  readonly make: string;
  readonly meaning: string;
  readonly note: string;
}

const COLUMNS = "code, make, meaning, note";
const MOST = 500;

/** The shop's entries whose code begins like this, or whose words hold it. */
export async function searchCodeEntries(db: Db, search: string): Promise<CodeEntry[]> {
  const pattern = search.replace(/[\\%_]/g, (sign) => `\\${sign}`);
  return many<CodeEntry>(
    db,
    `select ${COLUMNS}
     from code_entry
     where $1 = '' or code like upper($1) || '%' or concat_ws(' ', make, meaning, note) ilike '%' || $1 || '%'
     order by code, make
     limit ${MOST}`,
    [pattern],
  );
}

/** The shop's own code dictionary. */
export async function allCodeEntries(db: Db): Promise<CodeEntry[]> {
  return many<CodeEntry>(db, `select ${COLUMNS} from code_entry order by code, make`);
}

/** What the shop says of these codes on a vehicle of this make. */
export async function entriesForCodes(db: Db, codes: readonly string[], make: string): Promise<CodeEntry[]> {
  return many<CodeEntry>(
    db,
    `select ${COLUMNS} from code_entry where code = any($1) and make in ('', $2) order by code, make`,
    [codes, make],
  );
}

/** Says what a code means, in place of what was said before. */
export async function setCodeEntry(db: Db, entry: CodeEntry, by: PersonId, now: Date): Promise<void> {
  await execute(
    db,
    `insert into code_entry (code, make, meaning, note, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6)
     on conflict (code, make) do update
     set meaning = excluded.meaning, note = excluded.note, created_at = excluded.created_at, created_by = excluded.created_by`,
    [entry.code, entry.make, entry.meaning, entry.note, now, by],
  );
}

/** @returns whether there was one */
export async function deleteCodeEntry(db: Db, code: string, make: string): Promise<number> {
  return execute(db, "delete from code_entry where code = $1 and make = $2", [code, make]);
}
