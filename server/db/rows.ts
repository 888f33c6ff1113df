import "server-only";
import { createHash } from "node:crypto";
import type { QueryConfig, QueryResultRow } from "pg";
import type { Db } from "./pool";

const names = new Map<string, string>();

/**
 * A query under a name of its own, so that a connection plans it once and not each time: planning took most of the time of the
 * longer ones. There are as many names as there are texts in the source; values never stand in a text.
 */
function prepared(text: string, values: readonly unknown[]): QueryConfig {
  let name = names.get(text);
  if (name === undefined) {
    name = createHash("sha256").update(text).digest("hex").slice(0, 32);
    names.set(text, name);
  }
  return { name, text, values: [...values] };
}

/** All rows of a query. */
export async function many<Row extends QueryResultRow>(
  db: Db,
  text: string,
  values: readonly unknown[] = [],
): Promise<Row[]> {
  const { rows } = await db.query<Row>(prepared(text, values));
  return rows;
}

/** The only row, or null where there is none. @throws Error where there are several */
export async function maybeOne<Row extends QueryResultRow>(
  db: Db,
  text: string,
  values: readonly unknown[] = [],
): Promise<Row | null> {
  const rows = await many<Row>(db, text, values);
  if (rows.length > 1) throw new Error(`maybeOne: ${rows.length} rows for ${text}`);
  return rows[0] ?? null;
}

/** The only row. @throws Error where there is none, or several */
export async function one<Row extends QueryResultRow>(
  db: Db,
  text: string,
  values: readonly unknown[] = [],
): Promise<Row> {
  const row = await maybeOne<Row>(db, text, values);
  if (!row) throw new Error(`one: no row for ${text}`);
  return row;
}

/** Runs a write and tells how many rows it touched. */
export async function execute(db: Db, text: string, values: readonly unknown[] = []): Promise<number> {
  return (await db.query(prepared(text, values))).rowCount ?? 0;
}
