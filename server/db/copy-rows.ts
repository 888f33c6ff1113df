import "server-only";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { from as copyFrom } from "pg-copy-streams";
import type { Db } from "./pool";

const quoted = (text: string) => `"${text.replace(/["\\]/g, String.raw`\$&`)}"`;
const ESCAPES: Readonly<Record<string, string>> = { "\\": "\\\\", "\t": "\\t", "\n": "\\n", "\r": "\\r" };
const escaped = (text: string) =>
  SPECIAL.test(text) ? text.replace(/[\\\t\n\r]/g, (sign) => ESCAPES[sign] ?? sign) : text;
const SPECIAL = /[\\\t\n\r]/;

/** A value in COPY's text format, by its column's type. */
const TEXT_OF: Readonly<Record<string, (value: unknown) => string>> = {
  jsonb: (value) => escaped(JSON.stringify(value)),
  text: (value) => escaped(String(value)),
  "text[]": (value) => escaped(`{${(value as readonly string[]).map(quoted).join(",")}}`),
  timestamptz: (value) => (value instanceof Date ? value.toISOString() : String(value)),
};

/**
 * Writes many rows of one table by COPY.
 * @param columns as PostgreSQL declares them: `id uuid, conditions text[]`
 */
export async function insertRows(db: Db, table: string, columns: string, rows: readonly object[]): Promise<void> {
  if (!rows.length) return;
  const declared = columns.split(", ").map((column) => column.split(" "));
  const names = declared.map(([name = ""]) => name);
  const textOf = declared.map(([, type = ""]) => TEXT_OF[type] ?? String);
  let text = "";
  for (const row of rows) {
    for (const [at, name] of names.entries()) {
      const value: unknown = (row as Readonly<Record<string, unknown>>)[name];
      text += value === null || value === undefined ? String.raw`\N` : textOf[at]?.(value);
      text += at + 1 < names.length ? "\t" : "\n";
    }
  }
  const copy = copyFrom(`copy ${table} (${names.join(", ")}) from stdin`);
  await pipeline(Readable.from([text]), db.query(copy));
}
