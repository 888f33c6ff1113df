import {
  causeKey,
  NEEDS_NOTHING,
  type Cause,
  type Count,
  type EffectKind,
  type Repair,
  type Book,
  type Link,
  type Needs,
  type Pattern,
  type Procedure,
} from "@/core/book";
import type { CaseFile } from "@/core/case";
import type { Labels } from "@/core/words";
import type { JobFacts } from "@/core/job";
import { lessonOf } from "@/core/lesson";
import type { GroupKey, Vehicle } from "@/core/vehicle";

/** A made-up shop in memory, for tests of the engine: its counters are added up here, apart from the database's. */

export const PACKET: Vehicle = {
  make: "Tarrow",
  model: "Packet",
  year: 2017,
  engine: "D21K",
  transmission: "M6-T",
  drive: "front",
  market: null,
};
export const LARK: Vehicle = { ...PACKET, make: "Ombrel", model: "Lark", engine: "P16V", transmission: "A8-O" };

export function cause(text: string): Cause {
  const [component = "", failure = ""] = text.split("/");
  return { component, failure };
}

/** A closed job that found `cause`, proved by a road test under the complaint's conditions. */
export function jobWith(found: string | null, more: Partial<JobFacts> = {}): JobFacts {
  return {
    vehicle: PACKET,
    odometerKm: 120_000,
    symptoms: [],
    codes: [],
    modulesScanned: [],
    coverage: [],
    priorWork: [],
    symptomSystems: [],
    confirmation: null,
    watch: null,
    tests: [],
    parts: [],
    proof: [{ seq: 9, step: "road-test", result: "held" }],
    finding: found === null ? null : { result: "root-cause", causes: [cause(found)] },
    closed: true,
    ...more,
  };
}

export const emptyCase: CaseFile = {
  vehicle: PACKET,
  odometerKm: 120_000,
  symptoms: [],
  codes: [],
  modulesScanned: [],
  tests: [],
  repairsTried: [],
  access: [],
};

interface WrittenBook {
  /** "turbocharger/sticking engine": a cause and the system of its component. */
  readonly causes: readonly string[];
  readonly procedures?: readonly Procedure[];
  readonly repairs?: readonly Repair[];
  readonly patterns?: readonly Pattern[];
  /** The system of each symptom. */
  readonly symptoms?: Readonly<Record<string, string>>;
  readonly links?: readonly Link[];
  readonly needs?: Readonly<Record<string, Needs>>;
}

/** What the book and these jobs' lessons add up to. */
export function countedBook(book: WrittenBook, jobs: readonly JobFacts[]): Book {
  const groups = new Tally<GroupKey>();
  const features = new Tally<string>();
  const codes = new Map<string, Tally<string>>();
  const outcomes = new Map<string, Tally<string>>();
  for (const lesson of jobs.map(lessonOf)) {
    for (const row of lesson.causes) groups.add(row.group, row);
    for (const row of lesson.features) {
      features.add(row.key, row);
      if (row.module && row.key.startsWith("code|")) tallyIn(codes, row.module).add(row.key, row);
    }
    for (const row of lesson.outcomes) tallyIn(outcomes, row.procedure).add(row.outcome, row);
  }
  const causes = book.causes.map((text) => {
    const [name = "", system = "engine"] = text.split(" ");
    return { ...cause(name), key: causeKey(cause(name)), system };
  });
  const systems = new Map(causes.map(({ component, system }) => [component, system]));
  return {
    causes,
    components: [...systems].map(([key, system]) => ({ key, system, needs: book.needs?.[key] ?? NEEDS_NOTHING })),
    symptomSystems: new Map(Object.entries(book.symptoms ?? {})),
    links: book.links ?? [],
    groups: groups.counts,
    features: features.counts,
    codesByModule: new Map([...codes].map(([key, tally]) => [key, tally.counts])),
    outcomes: new Map([...outcomes].map(([key, tally]) => [key, tally.counts])),
    procedures: book.procedures ?? [],
    repairs: book.repairs ?? [],
    patterns: book.patterns ?? [],
    shop: { currency: "EUR", ratePerHour: 60 },
  };
}

class Tally<Key extends string> {
  readonly counts = new Map<Key, Map<ReturnType<typeof causeKey>, Count>>();

  add(key: Key, row: Cause & { readonly weightMilli: number }): void {
    const counts = this.counts.get(key) ?? new Map<ReturnType<typeof causeKey>, Count>();
    const before = counts.get(causeKey(row)) ?? { jobs: 0, weight: 0 };
    counts.set(causeKey(row), { jobs: before.jobs + 1, weight: before.weight + row.weightMilli / 1000 });
    this.counts.set(key, counts);
  }
}

function tallyIn(map: Map<string, Tally<string>>, key: string): Tally<string> {
  const tally = map.get(key) ?? new Tally<string>();
  map.set(key, tally);
  return tally;
}

/** `{ good: "pump/worn clears" }`: outcomes with what each says about which causes. */
export function procedureWith(key: string, outcomes: Record<string, string>, more: Partial<Procedure> = {}): Procedure {
  return {
    key,
    title: key,
    component: null,
    minutes: 10,
    access: null,
    accessMinutes: 0,
    tools: [],
    cautions: [],
    kind: "value",
    question: "",
    place: "",
    preconditions: [],
    steps: [],
    specs: [],
    version: 1,
    points: [],
    look: null,
    proposed: false,
    pictured: [],
    applies: null,
    spec: null,
    outcomes: Object.entries(outcomes).map(([outcome, text]) => ({
      key: outcome,
      label: outcome,
      effects: text
        .split(", ")
        .filter(Boolean)
        .map((part) => {
          const [name = "", effect = ""] = part.split(" ");
          const { component, failure } = cause(name);
          return { component, failure: failure || null, effect: effect as EffectKind };
        }),
    })),
    ...more,
  };
}

export function repairOf(name: string, minutes: number, amount = 0, more: Partial<Repair> = {}): Repair {
  const partsCost = { amount, currency: "EUR" };
  return { ...cause(name), minutes, access: null, accessMinutes: 0, partsCost, ...more };
}

export function patternFor(name: string, more: Partial<Pattern> = {}): Pattern {
  return {
    key: "a-pattern",
    title: "Known of it",
    ...cause(name),
    applies: { make: null, models: [], years: null, engines: [], transmissions: [], markets: [] },
    odometerKm: null,
    evidence: "hearsay",
    symptoms: [],
    codes: [],
    confirmBy: null,
    note: "",
    ...more,
  };
}

/** Keys as they are, for tests of sentences. */
export const plainLabels: Labels = {
  symptom: (key) => key,
  condition: (key) => key,
  component: (key) => key,
  failure: (key) => key,
  procedure: (key) => key,
};
