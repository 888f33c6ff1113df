import "server-only";
import { addCounts, NO_COUNT, type CauseKey, type Count, type CountsByCause, type Book } from "@/core/book";
import { codeFeature } from "@/core/case";
import type { Lesson } from "@/core/lesson";
import type { GroupKey } from "@/core/vehicle";
import { tellStep, tellTooMuch, type Delta } from "./book-steps";
import { takeTheTimeItNeeds, type Db } from "./pool";
import { execute, many, maybeOne } from "./rows";
import { CopyRows } from "./copy-rows";

interface CounterTable {
  readonly name: string;
  readonly keys: readonly string[];
  readonly sums: readonly string[];
  /** The other shop whose jobs it counts. */
  readonly shop?: string;
}

const TABLES = {
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

/** A number of our own among PostgreSQL's advisory locks. */
const COUNTING = 3_517_201;

/** Changes of jobs count side by side, but not while something is changed that alters what other jobs teach. */
export async function countTogether(db: Db): Promise<void> {
  await execute(db, "select pg_advisory_xact_lock_shared($1)", [COUNTING]);
}

/** Waits for every change of a job that is under way and holds the next ones up until the transaction ends: the beginning of long work. */
export async function countAlone(db: Db): Promise<void> {
  await takeTheTimeItNeeds(db);
  await execute(db, "select pg_advisory_xact_lock($1)", [COUNTING]);
}

/** Lessons added up before they are written: many jobs touch the same counters, and one write of each is enough. */
export class LessonSum {
  #sums = newSums();

  /** How many counters would be written. */
  get size(): number {
    return Object.values(this.#sums).reduce((sum, { size }) => sum + size, 0);
  }

  add({ causes, features, outcomes, trials }: Lesson, sign: 1 | -1): void {
    const { causes: byGroup, features: byFeature, outcomes: byOutcome, trials: byTrial } = this.#sums;
    for (const { group, component, failure, weightMilli } of causes)
      byGroup.bump(group, `${component}\0${failure}`, [sign, sign * weightMilli]);
    for (const { key, module, component, failure, weightMilli } of features)
      byFeature.bump(key, `${module}\0${component}\0${failure}`, [sign, sign * weightMilli]);
    for (const { procedure, outcome, component, failure, weightMilli } of outcomes)
      byOutcome.bump(procedure, `${outcome}\0${component}\0${failure}`, [sign, sign * weightMilli]);
    for (const { group, symptom, kind, subject, currency, helped, minutes, costMinor } of trials)
      byTrial.bump(
        group,
        `${symptom}\0${kind}\0${subject}\0${currency}`,
        helped ? [sign, sign, 0, 0] : [sign, 0, sign * Math.round(minutes * 100), sign * costMinor],
      );
  }

  /** Lets it wait in the database until it is added (`addWaiting`): nobody waits for the counters of an import. */
  async letWait(db: Db): Promise<void> {
    const rows = new CopyRows("counter_waiting", "counted text, key text, add bigint[]");
    for (const name of Object.keys(TABLES) as (keyof typeof TABLES)[])
      for (const { key, add } of this.#sums[name].inOrder()) rows.add(name, JSON.stringify(key), `{${add.join(",")}}`);
    await rows.write(db);
    this.#sums = newSums();
  }

  /** @param shop another shop, whose jobs are counted apart */
  async write(db: Db, shop: string | null = null): Promise<void> {
    const deltas: Partial<Record<keyof typeof TABLES, readonly Delta[]>> = {};
    for (const name of Object.keys(TABLES) as (keyof typeof TABLES)[]) {
      const own = this.#sums[name].inOrder();
      deltas[name] = own;
      // What is taken away has to be there first.
      if (shop === null && own.some(isFewer)) await addWaitingOf(db, name, own);
      await addTo(db, shop === null ? TABLES[name] : ofOtherShop(TABLES[name], shop), own);
    }
    if (shop === null) await tellStep(db, deltas);
    this.#sums = newSums();
  }
}

/** What to add to the counters of one table: by the first column of their key, then by the rest of it. */
class Sums {
  readonly #byFirst = new Map<string, Map<string, number[]>>();
  size = 0;

  bump(first: string, rest: string, add: number[]): void {
    let own = this.#byFirst.get(first);
    if (!own) this.#byFirst.set(first, (own = new Map<string, number[]>()));
    const sum = own.get(rest);
    if (sum) {
      for (let at = 0; at < add.length; at++) sum[at] = (sum[at] ?? 0) + (add[at] ?? 0);
      return;
    }
    own.set(rest, add);
    this.size++;
  }

  /** One order for all writers, so that two of them never wait for each other in a circle. */
  inOrder(): readonly Delta[] {
    const byName = ([a]: [string, unknown], [b]: [string, unknown]) => (a < b ? -1 : a > b ? 1 : 0);
    return [...this.#byFirst].sort(byName).flatMap(([first, own]) =>
      [...own]
        .filter(([, add]) => add.some((value) => value !== 0))
        .sort(byName)
        .map(([rest, add]) => ({ key: [first, ...rest.split(BETWEEN)], add })),
    );
  }
}

// No key holds a NUL: PostgreSQL knows none.
const BETWEEN = "\0";

const newSums = (): Record<keyof typeof TABLES, Sums> => ({
  causes: new Sums(),
  features: new Sums(),
  outcomes: new Sums(),
  trials: new Sums(),
});

/** The same counters of another shop. */
const ofOtherShop = ({ name, keys, sums }: CounterTable, shop: string): CounterTable => ({
  name: `other_${name}`,
  keys,
  sums,
  shop,
});

/** Forgets what another shop's jobs add up to. */
export async function emptyCountersOf(db: Db, shop: string): Promise<void> {
  for (const { name } of COUNTER_TABLES) await execute(db, `delete from other_${name} where shop_id = $1`, [shop]);
}

async function addTo(db: Db, { name, keys, sums, shop }: CounterTable, deltas: readonly Delta[]): Promise<void> {
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
  // A counter that nothing stands behind any more is gone, as it would be after a rebuild; others' are only ever added up anew.
  if (shop === undefined && deltas.some(isFewer))
    await execute(
      db,
      `delete from ${name} kept
     using unnest(${casts.slice(0, keys.length).join(", ")}) as gone (${keys.join(", ")})
     where ${keys.map((key) => `kept.${key} = gone.${key}`).join(" and ")} and kept.${sums[0]} = 0`,
      arrays.slice(0, keys.length),
    );
}

const isFewer = ({ add }: Delta): boolean => (add[0] ?? 0) < 0;

interface WaitingRow {
  readonly key: string;
  readonly add: readonly number[];
}

/** As PostgreSQL writes a list of bigints. */
const deltaOf = ({ key, add }: WaitingRow): Delta => ({
  // It was written as such a list.
  key: JSON.parse(key) as readonly string[],
  add: add.map(Number),
});

/** One at a time adds what waits: a number of our own among PostgreSQL's advisory locks. */
const ADDING = 3_517_202;

/** So many are added at a time: some ten milliseconds. */
const ADDED_AT_ONCE = 1000;

/**
 * Adds the next counters that wait, within a transaction of their own.
 * @returns whether more of them may wait
 */
export async function addNextWaiting(db: Db): Promise<boolean> {
  await countTogether(db);
  await execute(db, "select pg_advisory_xact_lock($1)", [ADDING]);
  for (const name of Object.keys(TABLES) as (keyof typeof TABLES)[]) {
    const rows = await many<WaitingRow>(
      db,
      `delete from counter_waiting
       where ctid = any(array(select ctid from counter_waiting where counted = $1 order by key limit ${ADDED_AT_ONCE}))
       returning key, add`,
      [name],
    );
    if (!rows.length) continue;
    await addTold(db, name, rows.map(deltaOf));
    return true;
  }
  return false;
}

/** Adds what waits for some counters. */
async function addWaitingOf(db: Db, name: keyof typeof TABLES, deltas: readonly Delta[]): Promise<void> {
  if (!(await maybeOne(db, "select from counter_waiting limit 1"))) return;
  await execute(db, "select pg_advisory_xact_lock($1)", [ADDING]);
  const rows = await many<WaitingRow>(
    db,
    "delete from counter_waiting where counted = $1 and key = any($2) returning key, add",
    [name, deltas.map(({ key }) => JSON.stringify(key))],
  );
  if (rows.length) await addTold(db, name, rows.map(deltaOf));
}

async function addTold(db: Db, name: keyof typeof TABLES, waiting: readonly Delta[]): Promise<void> {
  const sums = new Sums();
  // Two imports may have let the same counter wait.
  for (const { key, add } of waiting) sums.bump(key[0] ?? "", key.slice(1).join(BETWEEN), [...add]);
  const deltas = sums.inOrder();
  await addTo(db, TABLES[name], deltas);
  await tellStep(db, { [name]: deltas });
}

/** Empties every counter, for a rebuild. */
export async function emptyCounters(db: Db): Promise<void> {
  for (const { name } of COUNTER_TABLES) await execute(db, `delete from ${name}`);
  // It is counted again as well.
  await execute(db, "delete from counter_waiting");
  await execute(db, "delete from job_feature");
  await execute(db, "delete from job_word");
  await execute(db, "delete from feature_jobs");
  await tellTooMuch(db);
}

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
