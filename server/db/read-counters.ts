import "server-only";
import { addCounts, NO_COUNT, type Book, type CauseKey, type Count, type CountsByCause } from "@/core/book";
import { codeFeature } from "@/core/case";
import type { GroupKey } from "@/core/vehicle";
import { TABLES, type CounterTable } from "./counter-tables";
import type { Db } from "./pool";
import { many } from "./rows";

interface CountRow {
  readonly cause: CauseKey;
  readonly jobs: number;
  readonly weightMilli: number;
  /** Of other shops' jobs: what they count as; null of own ones. */
  readonly countedMilli: number | null;
}

const COUNT = `component || '/' || failure as cause, jobs, weight_milli as "weightMilli", counted_milli as "countedMilli"`;

/** Whose counters are read: this shop's, or all other shops' together, as far as a lead lets them count. */
export type Whose = "own" | "others";

const counted = ({ name, keys }: CounterTable, whose: Whose): string =>
  whose === "own"
    ? `(select *, null::bigint as counted_milli from ${name}) c`
    : `(select ${keys.join(", ")}, sum(o.jobs)::bigint as jobs, round(sum(o.weight_milli * s.weight_milli) / 1000.0)::bigint as weight_milli,
         sum(o.jobs * s.weight_milli)::bigint as counted_milli
       from other_${name} o
       join other_shop s on s.id = o.shop_id
       where s.weight_milli > 0
       group by ${keys.join(", ")}) c`;

const countOf = ({ jobs, weightMilli, countedMilli }: CountRow): Count =>
  countedMilli === null
    ? { jobs, weight: weightMilli / 1000 }
    : { jobs, weight: weightMilli / 1000, elsewhere: { jobs, counted: countedMilli / 1000 } };

/** Counts of these groups. */
export async function readGroups(
  db: Db,
  groups: readonly GroupKey[],
  whose: Whose = "own",
): Promise<Map<GroupKey, CountsByCause>> {
  const rows = await many<CountRow & { group: GroupKey }>(
    db,
    `select group_key as group, ${COUNT} from ${counted(TABLES.causes, whose)} where group_key = any($1)`,
    [groups],
  );
  return byKey(rows, ({ group }) => group);
}

interface FeatureRow extends CountRow {
  readonly feature: string;
  readonly module: string;
}

/** Counts of every symptom, condition, code and scan; and every code that a module has held before, by module. */
export async function readFeatures(db: Db, whose: Whose = "own"): Promise<Pick<Book, "features" | "codesByModule">> {
  const rows = await many<FeatureRow>(db, `select feature, module, ${COUNT} from ${counted(TABLES.features, whose)}`);
  const features = new Map<string, Map<CauseKey, Count>>();
  for (const row of rows) {
    const own = features.get(row.feature) ?? new Map<CauseKey, Count>();
    features.set(row.feature, own);
    own.set(row.cause, addCounts(own.get(row.cause) ?? NO_COUNT, countOf(row)));
  }
  const codes = rows.filter(({ module, feature }) => module !== "" && feature.startsWith(codeFeature("")));
  const codesByModule = byTwoKeys(
    codes,
    ({ module }) => module,
    ({ feature }) => feature,
  );
  return { features, codesByModule };
}

/** How tests came out with each cause. */
export async function readOutcomes(db: Db, whose: Whose = "own"): Promise<Map<string, Map<string, CountsByCause>>> {
  const rows = await many<CountRow & { procedure: string; outcome: string }>(
    db,
    `select procedure, outcome, ${COUNT} from ${counted(TABLES.outcomes, whose)}`,
  );
  return byTwoKeys(
    rows,
    ({ procedure }) => procedure,
    ({ outcome }) => outcome,
  );
}

function byKey<Row extends CountRow, Key extends string>(
  rows: readonly Row[],
  keyOf: (row: Row) => Key,
): Map<Key, CountsByCause> {
  const map = new Map<Key, Map<CauseKey, Count>>();
  for (const row of rows) {
    const counts = map.get(keyOf(row)) ?? new Map<CauseKey, Count>();
    counts.set(row.cause, countOf(row));
    map.set(keyOf(row), counts);
  }
  return map;
}

function byTwoKeys<Row extends CountRow>(
  rows: readonly Row[],
  outer: (row: Row) => string,
  inner: (row: Row) => string,
): Map<string, Map<string, CountsByCause>> {
  const groups = new Map<string, Row[]>();
  for (const row of rows) {
    const group = groups.get(outer(row));
    if (group) group.push(row);
    else groups.set(outer(row), [row]);
  }
  return new Map([...groups].map(([key, own]) => [key, byKey(own, inner)]));
}
