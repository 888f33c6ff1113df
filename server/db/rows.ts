import "server-only";
import type { QueryResultRow } from "pg";
import type { Db } from "./pool";

/** All rows of a query. */
export async function many<Row extends QueryResultRow>(
  db: Db,
  text: string,
  values: readonly unknown[] = [],
): Promise<Row[]> {
  const { rows } = await db.query<Row>(text, [...values]);
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
  return (await db.query(text, [...values])).rowCount ?? 0;
}
