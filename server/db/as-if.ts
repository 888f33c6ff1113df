import "server-only";
import { inTransactionNotKept, withoutName, type Db } from "./pool";
import { one } from "./rows";

/** Whether this user may have copies of its own: a database's owner may have taken that right from everybody. */
export async function mayWorkAsIf(db: Db): Promise<boolean> {
  return (await one<{ may: boolean }>(db, "select has_database_privilege(current_database(), 'temporary') as may")).may;
}

/**
 * Works on copies of some tables, which hide the tables themselves from this work and from nobody else: what is changed in them is seen by whatever it
 * reads, holds up nobody, and is gone when it ends. All of it reads the database as it stood when it began.
 * @param tables few rows, or few enough to be copied
 */
export function asIf<Found>(tables: readonly string[], work: (db: Db) => Promise<Found>): Promise<Found> {
  return inTransactionNotKept(async (connection) => {
    await connection.query("set transaction isolation level repeatable read");
    for (const table of tables) await connection.query(copyOf(table));
    return work(unprepared(connection));
  });
}

/** A connection looks among its temporary tables first. Triggers and references are not copied: nothing follows from a change, and nothing is filled in. */
const copyOf = (table: string) => `
  create temporary table ${table} (like public.${table} including indexes including defaults) on commit drop;
  do $$
  declare needed name;
  begin
    for needed in
      select attname
      from pg_attribute a
      where attrelid = 'pg_temp.${table}'::regclass and attnum > 0 and attnotnull
        and not exists (select from pg_index i where i.indrelid = a.attrelid and i.indisprimary and a.attnum = any(i.indkey))
    loop
      execute format('alter table pg_temp.${table} alter column %I drop not null', needed);
    end loop;
  end $$;
  insert into pg_temp.${table} select * from public.${table};
  analyze pg_temp.${table}`;

/** A statement that was prepared before reads the tables themselves. */
const unprepared = (db: Db): Db => {
  const ask = db.query.bind(db) as (...asked: unknown[]) => unknown;
  return { query: (first: unknown, ...more: unknown[]) => ask(withoutName(first), ...more) } as Db;
};
