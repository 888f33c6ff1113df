import "server-only";
import type { PersonId } from "@/core/ids";
import type { Db } from "./pool";
import { execute, many, maybeOne, one } from "./rows";
import type { WordKind } from "./words";

/** Casebooks of other shops: what they are called, what one of their jobs counts, and what came with them. */

export interface OtherShop {
  readonly id: string;
  readonly name: string;
  /** What one of its jobs counts beside one of ours, in thousandths; 0 where it does not speak. */
  readonly weightMilli: number;
}

export interface OtherShopLine extends OtherShop {
  readonly jobs: number;
  readonly closed: number;
  readonly procedures: number;
  readonly patterns: number;
  readonly causes: number;
  readonly broughtAt: Date;
  readonly broughtBy: string | null;
}

/** Every other shop with what of its casebook stands in the book, by name. */
export async function readOtherShops(db: Db): Promise<OtherShopLine[]> {
  return many<OtherShopLine>(
    db,
    `select s.id, s.name, s.weight_milli as "weightMilli", s.brought_at as "broughtAt", p.name as "broughtBy",
       (select count(*) from other_shop_job j where j.shop_id = s.id)::int as jobs,
       (select count(*) from other_shop_job j where j.shop_id = s.id and j.body ->> 'closedAt' is not null)::int as closed,
       (select count(*) from procedure o where o.other_shop = s.id)::int as procedures,
       (select count(*) from pattern o where o.other_shop = s.id)::int as patterns,
       (select count(distinct (component, failure)) from other_cause_count c
        where c.shop_id = s.id and c.group_key = 'all')::int as causes
     from other_shop s
     left join person p on p.id = s.brought_by
     order by lower(s.name)`,
  );
}

/** Whether the casebook of another shop speaks here. */
export async function hasOtherShops(db: Db): Promise<boolean> {
  return (await maybeOne(db, "select id from other_shop where weight_milli > 0 limit 1")) !== null;
}

/** Those that speak, the first that came first. */
export async function speakingShops(db: Db): Promise<OtherShopFound[]> {
  return many<OtherShopFound>(db, `${FOUND} where weight_milli > 0 order by brought_at, id`);
}

export async function setSpoken(db: Db, id: string, spoken: Spoken): Promise<void> {
  await execute(db, "update other_shop set spoken = $2 where id = $1", [id, JSON.stringify(spoken)]);
}

/** What another shop's words and procedures are called here where they have another key: by their keys. */
export interface Spoken {
  readonly words: Readonly<Record<WordKind, Readonly<Record<string, string>>>>;
  readonly procedures: Readonly<Record<string, string>>;
}

export interface OtherShopFound extends OtherShop {
  readonly contentHash: Buffer;
  readonly book: Readonly<Record<string, unknown>>;
  readonly spoken: Partial<Spoken>;
}

const FOUND = `select id, name, weight_milli as "weightMilli", content_hash as "contentHash", book, spoken from other_shop`;

/** Another shop, locked until the transaction ends. */
export async function findOtherShop(db: Db, id: string): Promise<OtherShopFound | null> {
  return maybeOne<OtherShopFound>(db, `${FOUND} where id = $1 for update`, [id]);
}

export async function findOtherShopCalled(db: Db, name: string): Promise<OtherShopFound | null> {
  return maybeOne<OtherShopFound>(db, `${FOUND} where lower(name) = lower($1) for update`, [name]);
}

interface NewShop extends Omit<OtherShopFound, "spoken"> {
  readonly by: PersonId;
  readonly at: Date;
}

/** Keeps the book of another shop, in place of the one it sent before. */
export async function keepOtherShop(db: Db, shop: NewShop): Promise<void> {
  await execute(
    db,
    `insert into other_shop (id, name, weight_milli, book, content_hash, brought_at, brought_by)
     values ($1, $2, $3, $4, $5, $6, $7)
     on conflict (id) do update
     set weight_milli = excluded.weight_milli, book = excluded.book, content_hash = excluded.content_hash,
       brought_at = excluded.brought_at, brought_by = excluded.brought_by`,
    [shop.id, shop.name, shop.weightMilli, JSON.stringify(shop.book), shop.contentHash, shop.at, shop.by],
  );
}

export async function weighOtherShop(db: Db, id: string, weightMilli: number): Promise<void> {
  await execute(db, "update other_shop set weight_milli = $2 where id = $1", [id, weightMilli]);
}

/** Its jobs go with it; its counters and what came with it have to be gone already. */
export async function deleteOtherShop(db: Db, id: string): Promise<void> {
  await execute(db, "delete from other_shop where id = $1", [id]);
}

export async function deleteJobsOfOtherShop(db: Db, id: string): Promise<void> {
  await execute(db, "delete from other_shop_job where shop_id = $1", [id]);
}

/** How many jobs of another shop's casebook are jobs of this shop, at whichever site: the same key, moment, model and odometer. */
export async function countOwnAmong(db: Db, id: string): Promise<number> {
  const { own } = await one<{ own: number }>(
    db,
    `select count(*)::int as own
     from other_shop_job o
     where o.shop_id = $1
       and exists (
         select
         from job j
         join vehicle v on v.id = j.vehicle_id
         where j.key = o.key and j.opened_at = (o.body ->> 'openedAt')::timestamptz
           and j.odometer_km is not distinct from (o.body ->> 'odometerKm')::numeric
           and v.model = o.body -> 'vehicle' ->> 'model' and v.year = (o.body -> 'vehicle' ->> 'year')::numeric
       )`,
    [id],
  );
  return own;
}

/** Jobs of another shop as they came, some at a time, in the order of their keys. */
export async function jobsOfOtherShop(
  db: Db,
  id: string,
  { after, most }: { readonly after: string; readonly most: number },
): Promise<{ key: string; body: unknown; returned: boolean }[]> {
  return many(
    db,
    `select key, body, exists (
         select from other_shop_job later where later.shop_id = $1 and later.body ->> 'comebackOf' = j.key
       ) as returned
     from other_shop_job j
     where shop_id = $1 and key > $2
     order by key
     limit $3`,
    [id, after, most],
  );
}

/** What can come with another shop's book, each after what refers to it. */
const FROM_OTHERS = ["pattern", "fix", "procedure", "cause", "symptom", "condition", "component", "failure"] as const;
type FromOthers = (typeof FROM_OTHERS)[number];

/** Says of rows that came with another shop that they did. A cause, and a repair, are known by "component/failure". */
export async function markAsOf(db: Db, table: FromOthers, keys: readonly string[], shop: string): Promise<void> {
  const key = table === "cause" || table === "fix" ? "component || '/' || failure" : "key";
  await execute(db, `update ${table} set other_shop = $2 where ${key} = any($1)`, [keys, shop]);
}

/** What came with other shops' books, by its keys. */
export type KeysBrought = Readonly<Record<Exclude<FromOthers, "cause">, ReadonlySet<string>>>;

export async function keysBroughtBy(db: Db, shops: readonly string[]): Promise<KeysBrought> {
  const of = async (table: Exclude<FromOthers, "cause">) => {
    const key = table === "fix" ? "component || '/' || failure" : "key";
    const rows = await many<{ key: string }>(db, `select ${key} as key from ${table} where other_shop = any($1)`, [
      shops,
    ]);
    return new Set(rows.map((row) => row.key));
  };
  return {
    pattern: await of("pattern"),
    fix: await of("fix"),
    procedure: await of("procedure"),
    symptom: await of("symptom"),
    condition: await of("condition"),
    component: await of("component"),
    failure: await of("failure"),
  };
}

/** By key, the name of the shop that a procedure, or a known failure, came from. */
export async function namesOfShops(db: Db, table: "procedure" | "pattern"): Promise<ReadonlyMap<string, string>> {
  const rows = await many<{ key: string; name: string }>(
    db,
    `select t.key, s.name from ${table} t join other_shop s on s.id = t.other_shop`,
  );
  return new Map(rows.map(({ key, name }) => [key, name]));
}

/** What stands in the book by other shops alone; a procedure that was run here is this shop's as well. */
export async function keysOfOthers(
  db: Db,
): Promise<Readonly<Record<"procedures" | "patterns" | "fixes", ReadonlySet<string>>>> {
  const rows = await many<{ kind: "procedures" | "patterns" | "fixes"; key: string }>(
    db,
    `select 'procedures' as kind, key
     from procedure p
     where other_shop is not null and not exists (select from job_test t where t.procedure = p.key)
     union all
     select 'patterns', key from pattern where other_shop is not null
     union all
     select 'fixes', component || '/' || failure from fix where other_shop is not null`,
  );
  const of = (kind: string) => new Set(rows.flatMap((row) => (row.kind === kind ? row.key : [])));
  return { procedures: of("procedures"), patterns: of("patterns"), fixes: of("fixes") };
}

/**
 * Takes away what came with another shop's book and is used nowhere; what is used becomes the shop's own. Words stay that a trail, a list or another
 * value has spoken of since.
 */
export async function letGoOf(db: Db, shop: string): Promise<void> {
  await execute(
    db,
    `update pattern o
     set other_shop = null
     where o.other_shop = $1 and exists (
       select from pattern p
       where p.other_shop is distinct from $1
         and p.details -> 'lookAlikes' @> jsonb_build_array(jsonb_build_object('other', o.key)))`,
    [shop],
  );
  await execute(
    db,
    `update condition c
     set other_shop = null
     where c.other_shop = $1 and (
       exists (select from job_symptom s where s.conditions @> array[c.key] or s.denied @> array[c.key])
       or exists (select from pattern p where p.conditions @> array[c.key] and p.other_shop is distinct from $1))`,
    [shop],
  );
  await execute(
    db,
    `update symptom y
     set other_shop = null
     where y.other_shop = $1 and exists (select from pattern p where p.symptoms @> array[y.key] and p.other_shop is distinct from $1)`,
    [shop],
  );
  for (const table of ["component", "failure"] as const) {
    // Everything that was written since is looked through: not where there is nothing to be looked for.
    if (!(await maybeOne(db, `select key from ${table} where other_shop = $1 limit 1`, [shop]))) continue;
    await execute(
      db,
      `with spoken as (
         select jsonb_path_query(e.body, '$.**.${table}') #>> '{}' as key
         from entry e
         join command c on c.id = e.command_id
         where c.at >= (select brought_at from other_shop where id = $1)
         union
         select jsonb_path_query(details, '$.**.${table}') #>> '{}' from pattern where other_shop is distinct from $1
       )
       update ${table} w set other_shop = null where w.other_shop = $1 and w.key in (select key from spoken)`,
      [shop],
    );
  }
  // What only tells of a procedure goes with it, where nobody ran it.
  const gone = `select p.key from procedure p
     where p.other_shop = $1 and not exists (select from job_test t where t.procedure = p.key)
       and not exists (select from pattern k where k.confirm_by = p.key and k.other_shop is distinct from $1)`;
  await execute(db, "select let_go_of_other_shop('pattern', $1)", [shop]);
  for (const table of ["procedure_picture", "procedure_version", "procedure_effect", "procedure_outcome"])
    await execute(db, `delete from ${table} where procedure in (${gone})`, [shop]);
  for (const table of FROM_OTHERS) await execute(db, "select let_go_of_other_shop($2::regclass, $1)", [shop, table]);
}
