import { codeFamily } from "@/core/codes";
import { ALL_VEHICLES, relatedSystems } from "@/core/vehicle";
import { countsIn, type Book, type Link, type Oftenness, placesOf, weightsOf } from "@/core/book";
import { keptBeside } from "@/core/kept";

/**
 * How far a symptom or a code of one system belongs to causes of another: general practice, there from the first job and learnt on. It is
 * counted by rows: the symptoms of one system are one row, the codes of one family another, modules that do not answer a third.
 */
export interface Affinity {
  /** By system of the book: how likely a cause of it is to have this feature at all, before any job tells of the very feature. */
  readonly bySystem: Float64Array;
  /** By the cause's place, where general practice links its component with symptoms; NaN elsewhere. */
  readonly byCause: Float64Array | null;
}

/** How many symptoms, or codes, of a row a job with a cause of the same, a related and another system shows, before any job tells. */
const EXPECTED = {
  symptom: { same: 1, related: 0.1, other: 0.01 },
  code: { same: 0.4, related: 0.15, other: 0.02 },
} as const;
/** What that weighs, in jobs of a system. */
const EXPECTED_JOBS = 8;
/** A cause that has a feature shows it so often: what turns a mean rate into a share of causes that have it. */
const SHOWN_WHERE_HAD = 0.6;
/** A row has some symptoms or codes that no job has shown yet. */
const UNSEEN_IN_ROW = { symptom: 0, code: 6 } as const;
const LEAST = 0.002;
const MOST = 0.6;
/** It moves by a fortieth of itself at once. */
const STEPS = 40;
/** A linked component's causes have the symptom so often; one that is linked with others and not with it hardly ever. */
const LINKED: Record<Oftenness, number> = { often: 0.9, sometimes: 0.35, rarely: 0.08 };
const LINKED_WITH_OTHERS = 0.006;

type Kind = "symptom" | "code";

/** What a shop's hour costs says nothing of causes. */
type Unpriced = Omit<Book, "shop">;

interface Rows {
  /** By row: what was counted with causes of each system. */
  readonly seen: ReadonlyMap<string, Float64Array>;
  /** By row: how many symptoms or codes it has. */
  readonly size: ReadonlyMap<string, number>;
  /** Jobs with a cause of each system. */
  readonly jobs: Float64Array;
  readonly byFeature: Map<string, Affinity | null>;
}

const KEPT = keptBeside<Book["features"], WeakMap<Book["causes"], Rows>>("affinities");

/** Of a symptom, a code or a module that does not answer; null for a condition, which belongs to no system, and for a symptom that the book has no word for. */
export function affinityOf(book: Unpriced, feature: string): Affinity | null {
  const rows = rowsOf(book);
  const kept = rows.byFeature.get(feature);
  if (kept !== undefined) return kept;
  const made = affinity(book, rows, feature);
  rows.byFeature.set(feature, made);
  return made;
}

function affinity(book: Unpriced, rows: Rows, feature: string): Affinity | null {
  const row = rowOf(book, feature);
  if (!row) return null;
  const { systemNames } = placesOf(book);
  const seen = rows.seen.get(row.key);
  const size = Math.max(1, rows.size.get(row.key) ?? 1) + UNSEEN_IN_ROW[row.kind];
  const bySystem = Float64Array.from(systemNames, (name, at) => {
    const expected = EXPECTED[row.kind][relation(row, name)];
    const mean = ((seen?.[at] ?? 0) + EXPECTED_JOBS * expected) / ((rows.jobs[at] ?? 0) + EXPECTED_JOBS);
    return rounded(Math.min(MOST, Math.max(LEAST, mean / size / SHOWN_WHERE_HAD)));
  });
  return { bySystem, byCause: row.symptom && book.links.length ? linked(book, row.symptom) : null };
}

/** In steps of some hundredths: it is a guess from the start, and what is worked out from it holds until jobs have moved it. */
const rounded = (share: number) => Math.exp(Math.round(Math.log(share) * STEPS) / STEPS);

/** Whether they say the same. */
export function isSame(one: Affinity | null, other: Affinity | null): boolean {
  if (!one || !other) return one === other;
  return one === other || (areSame(one.bySystem, other.bySystem) && areSame(one.byCause, other.byCause));
}

function areSame(one: Float64Array | null, other: Float64Array | null): boolean {
  if (!one || !other) return one === other;
  return one.length === other.length && one.every((value, at) => Object.is(value, other[at]));
}

function linked({ causes, links }: Unpriced, symptom: string): Float64Array {
  const own = new Map<string, Link>();
  const known = new Set<string>();
  for (const link of links) {
    known.add(link.component);
    if (link.symptom === symptom) own.set(link.component, link);
  }
  const isLinked = own.size > 0;
  return Float64Array.from(causes, ({ component }) => {
    const link = own.get(component);
    if (link) return LINKED[link.often];
    // A symptom that general practice says nothing of is linked with nobody.
    return isLinked && known.has(component) ? LINKED_WITH_OTHERS : Number.NaN;
  });
}

function rowsOf(book: Unpriced): Rows {
  const own = KEPT.get(book.features) ?? new WeakMap<Book["causes"], Rows>();
  KEPT.set(book.features, own);
  const rows = own.get(book.causes) ?? countRows(book);
  own.set(book.causes, rows);
  return rows;
}

function countRows(book: Unpriced): Rows {
  const { system, systemNames, causes: count } = placesOf(book);
  const seen = new Map<string, Float64Array>();
  const size = new Map<string, number>();
  for (const name of book.symptomSystems.values()) size.set(`symptom ${name}`, (size.get(`symptom ${name}`) ?? 0) + 1);
  for (const [feature, counts] of book.features) {
    const row = rowOf(book, feature);
    if (!row) continue;
    const sums = seen.get(row.key) ?? new Float64Array(systemNames.length);
    seen.set(row.key, sums);
    if (row.kind === "code") size.set(row.key, (size.get(row.key) ?? 0) + 1);
    const weights = weightsOf(book.causes, counts);
    for (let at = 0; at < count; at++) addAt(sums, system[at] ?? -1, weights[at] ?? 0);
  }
  const jobs = new Float64Array(systemNames.length);
  const all = weightsOf(book.causes, countsIn(book.groups, ALL_VEHICLES));
  for (let at = 0; at < count; at++) addAt(jobs, system[at] ?? -1, all[at] ?? 0);
  return { seen, size, jobs, byFeature: new Map() };
}

function addAt(sums: Float64Array, at: number, amount: number): void {
  if (at >= 0) sums[at] = (sums[at] ?? 0) + amount;
}

interface Row {
  readonly key: string;
  readonly kind: Kind;
  /** The systems that it speaks of. */
  readonly systems: readonly string[];
  /** Systems that it speaks of less. */
  readonly near?: readonly string[];
  /** The symptom whose links of general practice hold for it. */
  readonly symptom: string | null;
}

/** What a module that does not answer is missing: its supply or its bus. */
const SUPPLY_AND_BUS = ["electrical", "charging", "network"];
/** The symptom that general practice links with what silences a module. */
const MODULE_SILENT = "module-silent";
/** The system that a module belongs to, by what a new shop calls it. */
const SYSTEM_OF_MODULE: Readonly<Record<string, string>> = {
  engine: "engine",
  gearbox: "transmission",
  brakes: "brakes",
  steering: "steering",
  airbag: "restraints",
  body: "body",
  climate: "climate",
};

function rowOf({ symptomSystems }: Unpriced, feature: string): Row | null {
  const [kind, subject = ""] = feature.split("|");
  if (kind === "symptom") {
    const system = symptomSystems.get(subject);
    return system === undefined ? null : { key: `symptom ${system}`, kind, systems: [system], symptom: subject };
  }
  if (kind === "silent") {
    const own = SYSTEM_OF_MODULE[subject];
    return { key: "silent", kind: "code", systems: SUPPLY_AND_BUS, near: own ? [own] : [], symptom: MODULE_SILENT };
  }
  if (kind !== "code") return null;
  return { key: `code ${codeFamily(subject)}`, kind, systems: systemsOfCode(subject), symptom: null };
}

function relation({ systems, near = [] }: Row, system: string): keyof (typeof EXPECTED)["symptom"] {
  if (systems.includes(system)) return "same";
  return [...systems, ...near].some((each) => relatedSystems(each, system)) ? "related" : "other";
}

/** The systems that a code's own characters speak of: SAE J2012, by its letter and, of powertrain codes, the digit of its area. */
const OF_CODE: readonly (readonly [RegExp, readonly string[]])[] = [
  [/^P[02]0/, ["fuel", "intake", "exhaust", "engine"]],
  [/^P[02]1/, ["fuel", "intake", "engine", "cooling"]],
  [/^P[02]2/, ["fuel", "intake", "engine"]],
  [/^P[02]3/, ["ignition", "engine"]],
  [/^P[02]4/, ["exhaust", "emission", "engine"]],
  [/^P[02]5/, ["engine", "charging", "intake"]],
  [/^P[02]6/, ["engine", "electrical", "charging"]],
  [/^P[02][7-9]/, ["transmission", "clutch", "driveline"]],
  [/^P[02][A-F]/, ["electric-drive", "battery", "charging"]],
  [/^P/, ["engine", "fuel", "intake", "exhaust", "ignition", "transmission"]],
  [/^C/, ["brakes", "steering", "suspension"]],
  [/^B/, ["body", "electrical", "climate", "restraints"]],
  [/^U/, ["electrical", "network"]],
];

/** The systems that a code speaks of; none where its characters say nothing. */
export function systemsOfCode(code: string): readonly string[] {
  return OF_CODE.find(([pattern]) => pattern.test(code))?.[1] ?? [];
}
