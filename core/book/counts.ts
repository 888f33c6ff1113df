import type { GroupKey } from "@/core/vehicle";
import type { Repair } from "./repair";
import type { Link } from "./general";
import type { Needs } from "./applies";
import type { Pattern } from "./pattern";
import type { Procedure } from "./procedure";
import type { Cause, CauseKey } from "./cause";

/** How often something was seen: whole jobs for the sentence, proof-weighted jobs for the arithmetic. */
export interface Count {
  readonly jobs: number;
  readonly weight: number;
  /** Of the jobs, those of other shops, and how many jobs they count as. */
  readonly elsewhere?: { readonly jobs: number; readonly counted: number };
}

export const NO_COUNT: Count = { jobs: 0, weight: 0 };

/** Both together. */
export function addCounts(a: Count, b: Count): Count {
  const sum = { jobs: a.jobs + b.jobs, weight: a.weight + b.weight };
  if (!a.elsewhere && !b.elsewhere) return sum;
  const of = (field: "jobs" | "counted") => (a.elsewhere?.[field] ?? 0) + (b.elsewhere?.[field] ?? 0);
  return { ...sum, elsewhere: { jobs: of("jobs"), counted: of("counted") } };
}

export type CountsByCause = ReadonlyMap<CauseKey, Count>;

/** A cause that the book knows, with the system its component belongs to. */
export interface KnownCause extends Cause {
  readonly key: CauseKey;
  readonly system: string;
  /** It stands in the book by general practice alone, not by this shop's experience. */
  readonly general?: boolean;
}

/** A component that the book has a word for. */
export interface KnownComponent {
  readonly key: string;
  readonly system: string;
  /** What a vehicle must be for it to have one. */
  readonly needs: Needs;
}

/** What the counters and the book say about one case: read by the server, never the jobs themselves. */
export interface Book {
  readonly causes: readonly KnownCause[];
  readonly components: readonly KnownComponent[];
  /** The system of each symptom of the vocabulary, by its key. */
  readonly symptomSystems: ReadonlyMap<string, string>;
  /** General practice: which components commonly bring which symptom. */
  readonly links: readonly Link[];
  readonly groups: ReadonlyMap<GroupKey, CountsByCause>;
  /** By feature key, summed over modules. */
  readonly features: ReadonlyMap<string, CountsByCause>;
  /** Codes seen with the known causes, by module and code key: what a clean scan speaks against. */
  readonly codesByModule: ReadonlyMap<string, ReadonlyMap<string, CountsByCause>>;
  /** By procedure, then outcome. */
  readonly outcomes: ReadonlyMap<string, ReadonlyMap<string, CountsByCause>>;
  readonly procedures: readonly Procedure[];
  readonly repairs: readonly Repair[];
  readonly patterns: readonly Pattern[];
  readonly shop: ShopRates;
}

export interface ShopRates {
  readonly currency: string;
  /** What an hour at the lift costs the shop: turns part prices into minutes. */
  readonly ratePerHour: number;
}

const EMPTY: CountsByCause = new Map();

/** The counts under a key; none where nothing was counted. */
export function countsIn(map: ReadonlyMap<string, CountsByCause>, key: string): CountsByCause {
  return map.get(key) ?? EMPTY;
}

/** The sum over all causes. */
export function totalOf(counts: CountsByCause): Count {
  let [jobs, weight, others, counted] = [0, 0, 0, 0];
  for (const count of counts.values()) {
    jobs += count.jobs;
    weight += count.weight;
    others += count.elsewhere?.jobs ?? 0;
    counted += count.elsewhere?.counted ?? 0;
  }
  return others ? { jobs, weight, elsewhere: { jobs: others, counted } } : { jobs, weight };
}
