import "server-only";
import type { CodeGroup } from "@/core/codes";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many } from "./rows";

export interface CodeGroupRow extends CodeGroup {
  readonly id: string;
  /** Empty for every make. */
  readonly make: string;
}

const COLUMNS = "id, title, kind, make, codes, note";

/** Which codes the shop has found to belong together. */
export async function listCodeGroups(db: Db): Promise<CodeGroupRow[]> {
  return many<CodeGroupRow>(db, `select ${COLUMNS} from code_group order by make, title, id`);
}

/** The shop's groups for vehicles of a make, its own before those for all. */
export async function groupsForMake(db: Db, make: string): Promise<CodeGroupRow[]> {
  return many<CodeGroupRow>(
    db,
    `select ${COLUMNS} from code_group where make in ('', $1) order by make desc, title, id`,
    [make],
  );
}

/** Writes a group down, in place of the one of that key. */
export async function setCodeGroup(db: Db, group: CodeGroupRow, by: PersonId, now: Date): Promise<void> {
  const { id, title, kind, make, codes, note } = group;
  await execute(
    db,
    `insert into code_group (${COLUMNS}, created_at, created_by)
     values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (id) do update
     set title = excluded.title, kind = excluded.kind, make = excluded.make, codes = excluded.codes, note = excluded.note`,
    [id, title, kind, make, codes, note, now, by],
  );
}

/** @returns whether there was one */
export async function deleteCodeGroup(db: Db, id: string): Promise<number> {
  return execute(db, "delete from code_group where id = $1", [id]);
}
