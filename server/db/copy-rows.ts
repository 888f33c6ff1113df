import "server-only";
import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import { from as copyFrom } from "pg-copy-streams";
import type { Db } from "./pool";

const quoted = (text: string) => `"${text.replace(/["\\]/g, String.raw`\$&`)}"`;
const ESCAPES: Readonly<Record<string, string>> = { "\\": "\\\\", "\t": "\\t", "\n": "\\n", "\r": "\\r" };
const SPECIAL = /[\\\t\n\r]/;
const escaped = (text: string) =>
  SPECIAL.test(text) ? text.replace(/[\\\t\n\r]/g, (sign) => ESCAPES[sign] ?? sign) : text;

/** A value in COPY's text format, by its column's type. */
const TEXT_OF: Readonly<Record<string, (value: unknown) => string>> = {
  jsonb: (value) => escaped(JSON.stringify(value)),
  text: (value) => escaped(String(value)),
  "text[]": (value) => escaped(`{${(value as readonly string[]).map(quoted).join(",")}}`),
  timestamptz: (value) => (value instanceof Date ? value.toISOString() : String(value)),
};

/** Many rows of one table, to be written by COPY: kept as its text, since the rows of an import would fill the memory as objects. */
export class CopyRows {
  readonly #names: readonly string[];
  readonly #textOf: readonly ((value: unknown) => string)[];
  #text = "";

  /** @param columns as PostgreSQL declares them: `id uuid, conditions text[]` */
  constructor(
    private readonly table: string,
    columns: string,
  ) {
    const declared = columns.split(", ").map((column) => column.split(" "));
    this.#names = declared.map(([name = ""]) => name);
    this.#textOf = declared.map(([, type = ""]) => TEXT_OF[type] ?? String);
  }

  /** A row: its values in the order of the columns. */
  add(...values: readonly unknown[]): void {
    if (values.length !== this.#textOf.length) throw new Error(`a row of ${this.table} has other columns`);
    for (const [at, value] of values.entries()) {
      if (at) this.#text += "\t";
      this.#text += value === null || value === undefined ? String.raw`\N` : this.#textOf[at]?.(value);
    }
    this.#text += "\n";
  }

  /** A row: its values by the names of the columns. */
  addFields(row: object): void {
    this.add(...this.#names.map((name): unknown => (row as Readonly<Record<string, unknown>>)[name]));
  }

  /** Writes the rows and lets go of them. */
  async write(db: Db): Promise<void> {
    const text = this.#text;
    this.#text = "";
    if (text === "") return;
    await pipeline(
      Readable.from([text]),
      db.query(copyFrom(`copy ${this.table} (${this.#names.join(", ")}) from stdin`)),
    );
  }
}
