import "server-only";
import type { Delta } from "./book-steps";
import type { Db } from "./pool";
import { execute, many } from "./rows";

export interface CounterTable {
  readonly name: string;
  readonly keys: readonly string[];
  readonly sums: readonly string[];
  /** The other shop whose jobs it counts. */
  readonly shop?: string;
}

/** The counters that the jobs add up to. */
export const TABLES = {
  causes: { name: "cause_count", keys: ["group_key", "component", "failure"], sums: ["jobs", "weight_milli"] },
  features: {
    name: "feature_count",
    keys: ["feature", "module", "component", "failure"],
    sums: ["jobs", "weight_milli"],
  },
  outcomes: {
    name: "outcome_count",
    keys: ["procedure", "outcome", "component", "failure"],
    sums: ["jobs", "weight_milli"],
  },
  trials: {
    name: "trial_count",
    keys: ["group_key", "symptom", "kind", "subject", "currency"],
    sums: ["tried", "helped", "minutes_lost_centi", "cost_lost_minor"],
  },
} as const satisfies Record<string, CounterTable>;

export const COUNTER_TABLES: readonly CounterTable[] = Object.values(TABLES);

export type Counted = keyof typeof TABLES;

/** The same counters of another shop. */
export const ofOtherShop = ({ name, keys, sums }: CounterTable, shop: string): CounterTable => ({
  name: `other_${name}`,
  keys,
  sums,
  shop,
});

/** Adds to counters; those that nothing stands behind any more are gone. */
export async function addTo(db: Db, { name, keys, sums, shop }: CounterTable, deltas: readonly Delta[]): Promise<void> {
  if (!deltas.length) return;
  const columns = [...keys, ...sums];
  const arrays = columns.map((_, at) =>
    deltas.map(({ key, add }) => (at < keys.length ? key[at] : add[at - keys.length])),
  );
  const casts = columns.map((_, at) => `$${at + 1}::${at < keys.length ? "text" : "bigint"}[]`);
  const [whose, own] = shop === undefined ? ["", ""] : ["shop_id, ", `$${columns.length + 1}::uuid, `];
  await execute(
    db,
    `insert into ${name} as kept (${whose}${columns.join(", ")})
     select ${own}* from unnest(${casts.join(", ")}) as added
     on conflict (${whose}${keys.join(", ")}) do update
     set ${sums.map((sum) => `${sum} = kept.${sum} + excluded.${sum}`).join(", ")}`,
    shop === undefined ? arrays : [...arrays, shop],
  );
  // A counter that nothing stands behind any more is gone, as it would be after a rebuild.
  if (!deltas.some(isFewer)) return;
  const gone = `delete from ${name} kept
     using unnest(${casts.slice(0, keys.length).join(", ")}) as gone (${keys.join(", ")})
     where ${keys.map((key) => `kept.${key} = gone.${key}`).join(" and ")} and kept.${sums[0]} = 0`;
  const values = arrays.slice(0, keys.length);
  if (shop === undefined) await execute(db, gone, values);
  else await execute(db, `${gone} and kept.shop_id = $${keys.length + 1}`, [...values, shop]);
}

/** What counters stand at. */
export async function readStanding(db: Db, { name, keys, sums, shop }: CounterTable): Promise<Delta[]> {
  const rows = await many<{ key: string[]; add: string[] }>(
    db,
    `select array[${keys.join(", ")}] as key, array[${sums.join(", ")}]::text[] as add
     from ${name} ${shop === undefined ? "" : "where shop_id = $1"}`,
    shop === undefined ? [] : [shop],
  );
  return rows.map(({ key, add }) => ({ key, add: add.map(Number) }));
}

/** Whether it takes jobs away. */
export const isFewer = ({ add }: Delta): boolean => (add[0] ?? 0) < 0;
