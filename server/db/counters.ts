import "server-only";
import { addCounts, NO_COUNT, type CauseKey, type Count, type CountsByCause, type Book } from "@/core/book";
import { codeFeature } from "@/core/case";
import type { Lesson } from "@/core/lesson";
import type { GroupKey } from "@/core/vehicle";
import type { Db } from "./pool";
import { execute, many } from "./rows";

/** A counter row by its key's columns, and what to add to it: whole numbers, so that sums are exact. */
interface Delta {
  readonly key: readonly string[];
  readonly add: readonly number[];
}

interface CounterTable {
  readonly name: string;
  readonly keys: readonly string[];
  readonly sums: readonly string[];
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

/** Waits for every change of a job that is under way and holds the next ones up until the transaction ends. */
export async function countAlone(db: Db): Promise<void> {
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

  async write(db: Db): Promise<void> {
    for (const name of Object.keys(TABLES) as (keyof typeof TABLES)[])
      await addTo(db, TABLES[name], this.#sums[name].inOrder());
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

async function addTo(db: Db, { name, keys, sums }: CounterTable, deltas: readonly Delta[]): Promise<void> {
  if (!deltas.length) return;
  const columns = [...keys, ...sums];
  const arrays = columns.map((_, at) =>
    deltas.map(({ key, add }) => (at < keys.length ? key[at] : add[at - keys.length])),
  );
  const casts = columns.map((_, at) => `$${at + 1}::${at < keys.length ? "text" : "bigint"}[]`);
  await execute(
    db,
    `insert into ${name} as kept (${columns.join(", ")})
     select * from unnest(${casts.join(", ")})
     on conflict (${keys.join(", ")}) do update
     set ${sums.map((sum) => `${sum} = kept.${sum} + excluded.${sum}`).join(", ")}`,
    arrays,
  );
  // A counter that nothing stands behind any more is gone, as it would be after a rebuild.
  if (deltas.some(({ add }) => (add[0] ?? 0) < 0))
    await execute(
      db,
      `delete from ${name} kept
     using unnest(${casts.slice(0, keys.length).join(", ")}) as gone (${keys.join(", ")})
     where ${keys.map((key) => `kept.${key} = gone.${key}`).join(" and ")} and kept.${sums[0]} = 0`,
      arrays.slice(0, keys.length),
    );
}

/** Empties every counter, for a rebuild. */
export async function emptyCounters(db: Db): Promise<void> {
  for (const { name } of COUNTER_TABLES) await execute(db, `delete from ${name}`);
  await execute(db, "delete from job_feature");
  await execute(db, "delete from feature_jobs");
}

interface CountRow {
  readonly cause: CauseKey;
  readonly jobs: number;
  readonly weightMilli: number;
}

const COUNT = `component || '/' || failure as cause, jobs, weight_milli as "weightMilli"`;

/** Counts of these groups. */
export async function readGroups(db: Db, groups: readonly GroupKey[]): Promise<Map<GroupKey, CountsByCause>> {
  const rows = await many<CountRow & { group: GroupKey }>(
    db,
    `select group_key as group, ${COUNT} from cause_count where group_key = any($1)`,
    [groups],
  );
  return byKey(rows, ({ group }) => group);
}

interface FeatureRow extends CountRow {
  readonly feature: string;
  readonly module: string;
}

/** Counts of every symptom, condition, code and scan; and every code that a module has held before, by module. */
export async function readFeatures(db: Db): Promise<Pick<Book, "features" | "codesByModule">> {
  const rows = await many<FeatureRow>(db, `select feature, module, ${COUNT} from feature_count`);
  const features = new Map<string, Map<CauseKey, Count>>();
  for (const { feature, cause, jobs, weightMilli } of rows) {
    const own = features.get(feature) ?? new Map<CauseKey, Count>();
    features.set(feature, own);
    own.set(cause, addCounts(own.get(cause) ?? NO_COUNT, { jobs, weight: weightMilli / 1000 }));
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
export async function readOutcomes(db: Db): Promise<Map<string, Map<string, CountsByCause>>> {
  const rows = await many<CountRow & { procedure: string; outcome: string }>(
    db,
    `select procedure, outcome, ${COUNT} from outcome_count`,
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
    counts.set(row.cause, { jobs: row.jobs, weight: row.weightMilli / 1000 });
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
