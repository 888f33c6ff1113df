import type { Db } from "@/server/db/pool";

interface ForeignKey {
  readonly name: string;
  readonly child: string;
  readonly parent: string;
  readonly columns: readonly string[];
  readonly targets: readonly string[];
}

const FOREIGN_KEYS = `
  select c.conname as name, c.conrelid::regclass::text as child, c.confrelid::regclass::text as parent,
    array(select a.attname::text from unnest(c.conkey) with ordinality k (n, at)
      join pg_attribute a on a.attrelid = c.conrelid and a.attnum = k.n order by k.at) as columns,
    array(select a.attname::text from unnest(c.confkey) with ordinality k (n, at)
      join pg_attribute a on a.attrelid = c.confrelid and a.attnum = k.n order by k.at) as targets
  from pg_constraint c where c.contype = 'f' and c.conparentid = 0 order by 1`;

/** Every foreign key with rows that refer to nothing, which PostgreSQL itself looks at only when a row is written in the usual way. */
export async function brokenReferences(db: Db): Promise<readonly string[]> {
  const broken: string[] = [];
  for (const { name, child, parent, columns, targets } of (await db.query<ForeignKey>(FOREIGN_KEYS)).rows) {
    const { rows } = await db.query<{ n: number }>(
      `select count(*)::integer as n from ${child} c
       where ${columns.map((column) => `c.${column} is not null`).join(" and ")}
         and not exists (select from ${parent} p where ${columns.map((column, at) => `p.${targets[at]} = c.${column}`).join(" and ")})`,
    );
    if (rows[0]?.n) broken.push(`${name}: ${rows[0].n}`);
  }
  return broken;
}
