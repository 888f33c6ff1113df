import type { Db } from "@/server/db/pool";

/** Everything that a schema promises, in a fixed order: columns, constraints, indexes and triggers of every table; of pieces of one what is not as in the whole. */
export async function schemaManifest(db: Db): Promise<Record<string, Record<string, string[]>>> {
  const manifest: Record<string, Record<string, string[]>> = {};
  for (const [part, query] of Object.entries(PARTS)) {
    const { rows } = await db.query<{ table: string; text: string }>(query);
    for (const { table, text } of rows) ((manifest[table] ??= {})[part] ??= []).push(text);
  }
  return manifest;
}

const PARTS = {
  columns: `
    select table_name as table, concat_ws(' ', column_name, udt_name, case is_nullable when 'NO' then 'not null' end,
      'default ' || column_default, 'identity ' || identity_generation) as text
    from information_schema.columns
    where table_schema = 'public' and not (select relispartition from pg_class where oid = table_name::regclass)
    order by table_name, ordinal_position`,
  constraints: `
    select c.relname as table, k.conname || ': ' || pg_get_constraintdef(k.oid) as text
    from pg_constraint k
    join pg_class c on c.oid = k.conrelid
    where c.relnamespace = 'public'::regnamespace and k.conparentid = 0
    order by c.relname, k.conname`,
  indexes: `
    select tablename as table, indexdef as text
    from pg_indexes
    where schemaname = 'public' and not (select relispartition from pg_class where oid = indexname::regclass)
    order by tablename, indexname`,
  triggers: `
    select c.relname as table, pg_get_triggerdef(t.oid) || case t.tgenabled when 'A' then ', always' else '' end as text
    from pg_trigger t
    join pg_class c on c.oid = t.tgrelid
    where not t.tgisinternal
    order by c.relname, t.tgname`,
};
