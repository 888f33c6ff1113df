import "server-only";
import type { Db } from "./pool";
import { execute, many, one } from "./rows";

/** What bulk rows refer to, by table, and the columns that these are known by. */
const KEYS = {
  site: ["id"],
  person: ["id"],
  command: ["id"],
  vehicle: ["id"],
  symptom: ["key"],
  component: ["key"],
  failure: ["key"],
  procedure: ["key"],
  cause: ["component", "failure"],
} as const satisfies Record<string, readonly string[]>;

export type Referred = { readonly [Table in keyof typeof KEYS]?: readonly (string | null)[] };

const BETWEEN = "/";

/** The key of a cause among references. */
export const causeReference = ({ component, failure }: { readonly component: string; readonly failure: string }) =>
  `${component}${BETWEEN}${failure}`;

/**
 * Looks up what rows refer to, once for all of them, and holds it until the transaction ends: what PostgreSQL does itself row by row,
 * which takes most of the time where a million rows name the same few hundred things.
 */
export class HeldReferences {
  readonly #held = new Map<string, Set<string>>();

  /** @throws Error where something is referred to that is not there */
  async hold(db: Db, referred: Referred): Promise<void> {
    for (const [table, keys] of Object.entries(referred)) await this.#holdIn(db, table as keyof Referred, keys);
  }

  async #holdIn(db: Db, table: keyof Referred, keys: readonly (string | null)[]): Promise<void> {
    const held = this.#of(table);
    const wanted = [...new Set(keys)].flatMap((key) => (key === null || held.has(key) ? [] : key));
    if (!wanted.length) return;
    const columns = KEYS[table];
    const key = columns.map((column) => `${column}::text`).join(` || '${BETWEEN}' || `);
    const type = columns[0] === "id" ? "uuid" : "text";
    const arrays = columns.map((_, at) => wanted.map((each) => (columns.length > 1 ? each.split(BETWEEN)[at] : each)));
    const found = await many<{ key: string }>(
      db,
      `select ${key} as key from ${table}
       where (${columns.join(", ")}) in (select * from unnest(${columns.map((_, at) => `$${at + 1}::${type}[]`).join(", ")}))
       for key share`,
      arrays,
    );
    for (const { key } of found) held.add(key);
    const missing = wanted.find((each) => !held.has(each));
    if (missing !== undefined) throw new Error(`${table} ${missing} is referred to and is not there`);
  }

  #of(table: keyof Referred): Set<string> {
    const known = this.#held.get(table);
    if (known) return known;
    const made = new Set<string>();
    this.#held.set(table, made);
    return made;
  }
}

/**
 * Whether rows may be written before what they refer to is looked up (`withReferencesHeld`). On a database whose owner did not allow it, PostgreSQL
 * looks everything up row by row: slower, and as sure.
 */
export async function mayHoldReferences(db: Db): Promise<boolean> {
  return (await one<{ may: boolean }>(db, "select has_parameter_privilege('session_replication_role', 'set') as may"))
    .may;
}

/**
 * Writes rows without PostgreSQL looking up what they refer to. For rows that `HeldReferences` sees to before the
 * transaction ends, or that refer to rows of the same write, and for inserts alone: triggers, of which tables of jobs have some on updates and deletes, are off as well.
 */
export async function withReferencesHeld(db: Db, write: () => Promise<void>): Promise<void> {
  if (!(await mayHoldReferences(db))) return write();
  await execute(db, "set local session_replication_role = replica");
  await write();
  // After an error the transaction is over, and the setting with it.
  await execute(db, "set local session_replication_role = origin");
}
