import "server-only";
import { createHash } from "node:crypto";
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { inTransaction, takeTheTimeItNeeds, pool, type Db } from "./pool";
import { many } from "./rows";

export interface Migration {
  readonly name: string;
  readonly sql: string;
  readonly checksum: string;
}

/** Why a database cannot be brought up to date. */
export type MigrationProblem =
  { readonly code: "changed"; readonly name: string } | { readonly code: "newer"; readonly name: string };

export class MigrationRefused extends Error {
  constructor(readonly problem: MigrationProblem) {
    super(problemText(problem));
  }
}

function problemText({ code, name }: MigrationProblem): string {
  return code === "changed"
    ? `Migration ${name} was changed after it had been applied; restore the file and put the change into a new one.`
    : `The database was made by a newer version of Dead Ends (it knows migration ${name}); start that version.`;
}

const FOLDER = join(/* turbopackIgnore: true */ process.cwd(), "server/db/migrations");
/** Two starting programs queue up here: any fixed number of our own. */
const LOCK = 4_310_001;

/** The migrations that this version brings, in order. */
export function ownMigrations(folder = FOLDER): readonly Migration[] {
  // The build would otherwise take the whole project for something that this reads.
  const names = readdirSync(/* turbopackIgnore: true */ folder)
    .filter((name) => /^\d{4}-[a-z0-9-]+\.sql$/.test(name))
    .sort();
  return names.map((name) => {
    const sql = readFileSync(/* turbopackIgnore: true */ join(folder, name), "utf8");
    return { name, sql, checksum: createHash("sha256").update(sql).digest("hex") };
  });
}

interface AppliedRow {
  readonly name: string;
  readonly checksum: string;
}

/**
 * Applies what is missing, each file in one transaction with its row first.
 * @returns the names applied now
 * @throws MigrationRefused where an applied file was changed, or the database is of a newer version
 */
export async function migrate(own: readonly Migration[] = ownMigrations()): Promise<readonly string[]> {
  await inTransaction(async (db) => {
    await takeTheTimeItNeeds(db);
    await takeLock(db);
    await db.query(
      `create table if not exists migration (
         name text primary key,
         checksum text not null,
         applied_at timestamptz not null default now()
       )`,
    );
  });
  const done: string[] = [];
  for (const migration of own) if (await applyOne(migration, own)) done.push(migration.name);
  return done;
}

async function applyOne(migration: Migration, own: readonly Migration[]): Promise<boolean> {
  return inTransaction(async (db) => {
    await takeTheTimeItNeeds(db);
    await takeLock(db);
    const applied = await appliedRows(db);
    const problem = problemOf(applied, own);
    if (problem) throw new MigrationRefused(problem);
    if (applied.some(({ name }) => name === migration.name)) return false;
    await db.query("insert into migration (name, checksum) values ($1, $2)", [migration.name, migration.checksum]);
    await db.query(migration.sql);
    return true;
  });
}

async function takeLock(db: Db): Promise<void> {
  await db.query("select pg_advisory_xact_lock($1)", [LOCK]);
}

function appliedRows(db: Db): Promise<AppliedRow[]> {
  return many<AppliedRow>(db, "select name, checksum from migration order by name");
}

function problemOf(applied: readonly AppliedRow[], own: readonly Migration[]): MigrationProblem | null {
  const known = new Map(own.map(({ name, checksum }) => [name, checksum]));
  for (const { name, checksum } of applied) {
    const expected = known.get(name);
    if (expected === undefined) return { code: "newer", name };
    if (expected !== checksum) return { code: "changed", name };
  }
  return null;
}

/** Whether the database stands exactly at this version. */
export async function migrationsCurrent(): Promise<boolean> {
  const own = ownMigrations();
  const applied = await appliedRows(pool());
  return problemOf(applied, own) === null && applied.length === own.length;
}
