import { ALL_VEHICLES, chainFor, UNSOLVED_JOBS, type GroupKey } from "@/core/vehicle";
import { patternApplies, type Grade, type Pattern } from "./book";
import type { CaseFile } from "./case-file";
import { causeKey, type CauseKey } from "./cause";
import { workSuspects } from "./prior-work";
import { rateRatio } from "./rate-ratio";
import type { PriorWork } from "./work";
import { countsIn, NO_COUNT, totalOf, type Count, type KnownCause, type Knowledge } from "./counts";

/** Where a prior comes from, for the sentence: the narrowest group in which the cause was seen, and patterns that apply. */
export interface PriorReason {
  readonly group: GroupKey;
  readonly seen: Count;
  readonly of: number;
  readonly patterns: readonly Pattern[];
  /** The earlier work that brings this suspect with it. */
  readonly work: PriorWork | null;
}

export interface Prior {
  /** Sums to 1 - unknown. */
  readonly byCause: ReadonlyMap<CauseKey, number>;
  readonly reasons: ReadonlyMap<CauseKey, PriorReason>;
  /** Share of vehicles whose cause is not in the book. */
  readonly unknown: number;
}

/** What a pattern is worth in jobs, by its grade; less than a handful, so that it gives way as real jobs come in. */
export const PATTERN_JOBS: Record<Grade, number> = { hearsay: 0.4, bulletin: 1.5, seen: 2.5, proved: 4 };

/** A pattern is weighed against this many jobs of the wider groups, and against every job of the narrowest one. */
const PATTERN_AGAINST_JOBS = 20;

/**
 * Every cause in the book has been thought of by someone: a quarter of a job each at the widest level (a Dirichlet prior;
 * Krichevsky and Trofimov 1981 use a half, which is too much where most causes of a long book are rare).
 */
const BOOK_JOBS = 0.25;

/** How likely each known cause is on this vehicle before anything of this job is known. */
export function priorOf(knowledge: Knowledge, file: CaseFile): Prior {
  const totals = groupTotals(knowledge);
  const patterns = patternsByCause(knowledge, file);
  const rates = new Map<CauseKey, number>();
  const reasons = new Map<CauseKey, PriorReason>();
  const suspicious = new Map(workSuspects(file).map((suspect) => [suspect.key, suspect]));
  for (const cause of knowledge.causes) {
    const { rate, reason } = causeRate(knowledge, file, cause, { totals, patterns: patterns.get(cause.key) ?? [] });
    const work = suspicious.get(cause.key);
    rates.set(cause.key, Math.max(rate, work?.share ?? 0));
    reasons.set(cause.key, work ? { ...reason, work: work.work } : reason);
  }
  const unknown = unknownShare(knowledge);
  const sum = [...rates.values()].reduce((a, b) => a + b, 0);
  const byCause = new Map([...rates].map(([key, rate]) => [key, sum > 0 ? (rate / sum) * (1 - unknown) : 0]));
  return { byCause, reasons, unknown: knowledge.causes.length ? unknown : 1 };
}

/** What applies to a case: how many jobs each group has, and the patterns of one cause. */
interface Applying {
  readonly totals: ReadonlyMap<GroupKey, Count>;
  readonly patterns: readonly Pattern[];
}

function patternsByCause(knowledge: Knowledge, file: CaseFile): ReadonlyMap<CauseKey, readonly Pattern[]> {
  const byCause = new Map<CauseKey, Pattern[]>();
  for (const pattern of knowledge.patterns) {
    if (!patternApplies(pattern, file.vehicle, file.odometerKm)) continue;
    const key = causeKey(pattern);
    byCause.set(key, [...(byCause.get(key) ?? []), pattern]);
  }
  return byCause;
}

function groupTotals(knowledge: Knowledge): ReadonlyMap<GroupKey, Count> {
  return new Map([...knowledge.groups].map(([key, counts]) => [key, totalOf(counts)]));
}

/**
 * From all vehicles down to the narrowest group: the rate of each is that of the wider one times its rate ratio. Patterns that apply
 * come on top as jobs that were not seen.
 */
function causeRate(knowledge: Knowledge, file: CaseFile, cause: KnownCause, { totals, patterns }: Applying) {
  const chain = chainFor(cause.system, file.vehicle, file.odometerKm);
  const of = (group: GroupKey | undefined) => (group && totals.get(group)) ?? NO_COUNT;
  const own = (group: GroupKey) => knowledge.groups.get(group)?.get(cause.key) ?? NO_COUNT;
  const all = of(ALL_VEHICLES);
  let rate = (own(ALL_VEHICLES).weight + BOOK_JOBS) / (all.weight + BOOK_JOBS * knowledge.causes.length);
  let reason: PriorReason = { group: ALL_VEHICLES, seen: own(ALL_VEHICLES), of: all.jobs, patterns, work: null };
  for (const group of [...chain].reverse()) {
    if (group === ALL_VEHICLES) continue;
    const seen = own(group);
    rate *= rateRatio(seen.weight, of(group).weight * rate);
    if (seen.jobs > 0) reason = { group, seen, of: of(group).jobs, patterns, work: null };
  }
  const patternJobs = patterns.reduce((sum, { evidence }) => sum + PATTERN_JOBS[evidence], 0);
  const against = PATTERN_AGAINST_JOBS + of(chain[0]).weight;
  return { rate: (rate * against + patternJobs) / (against + patternJobs), reason };
}

/**
 * Good-Turing: the mass of what was never seen is about the share of causes seen only once (Good 1953). Part of it is for causes that
 * stand in the book and that no job has shown yet. Jobs that ended unsolved speak for what is not in the book as well, half of them: the
 * other half ended so for want of time, a tool or a part.
 */
function unknownShare(knowledge: Knowledge): number {
  const counts = [...countsIn(knowledge.groups, ALL_VEHICLES).values()];
  const jobs = counts.reduce((sum, { jobs }) => sum + jobs, 0);
  const seen = (times: number) => counts.filter((each) => each.jobs === times).length;
  const [once, twice] = [seen(1), seen(2)];
  const unseen = Math.max(0, knowledge.causes.length - counts.filter((each) => each.jobs > 0).length);
  const unsolved = totalOf(countsIn(knowledge.groups, UNSOLVED_JOBS)).jobs;
  const share = ((once + 1) * notInBook(once, twice, unseen) + UNSOLVED_SHARE * unsolved) / (jobs + unsolved + 1);
  return Math.min(UNKNOWN_MOST, Math.max(UNKNOWN_LEAST, share));
}

/**
 * Of the causes that no job has shown yet, the share that the book does not hold either: there are about as many as Chao (1984) tells
 * from those seen once and twice, beside those that the book holds.
 */
function notInBook(once: number, twice: number, unseen: number): number {
  const missing = (once * (once - 1)) / (2 * (twice + 1));
  return missing + unseen > 0 ? Math.max(NOT_IN_BOOK_LEAST, missing / (missing + unseen)) : 1;
}

/** However long the book, a third of what comes for the first time was thought of by nobody. */
const NOT_IN_BOOK_LEAST = 1 / 3;
const UNSOLVED_SHARE = 0.5;
const UNKNOWN_MOST = 0.5;
/** However much a book holds, one vehicle in fifty brings something new: models, parts and repairs go on changing. */
const UNKNOWN_LEAST = 0.02;
