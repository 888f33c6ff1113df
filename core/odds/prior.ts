import { int, num } from "@/core/place";
import { ALL_VEHICLES, chainFor, type GroupKey } from "@/core/vehicle";
import {
  canHave,
  PATTERN_JOBS,
  patternApplies,
  type Pattern,
  causeKey,
  type CauseKey,
  placesOf,
  NO_COUNT,
  totalOf,
  type Count,
  type KnownCause,
  type Book,
} from "@/core/book";
import type { PriorReason } from "@/core/evidence";
import { type CaseFile, workSuspects } from "@/core/case";
import { jobsAtFirst } from "./spread";
import { unlistedRates } from "./unlisted";
import { rateRatio } from "@/core/statistics";

export interface Prior {
  /** By hypothesis; sums to 1. */
  readonly rates: Float64Array;
  readonly reasons: ReadonlyMap<CauseKey, PriorReason>;
  /** Share of vehicles whose cause is not in the book. */
  readonly unknown: number;
  /** By hypothesis: whether the vehicle cannot have it, as what it needs is not there. */
  readonly impossible: Uint8Array;
}

/** A pattern is weighed against this many jobs of the wider groups, and against every job of the narrowest one. */
const PATTERN_AGAINST_JOBS = 20;

/** How likely each hypothesis is on this vehicle before anything of this job is known. */
export function priorOf(book: Book, file: CaseFile): Prior {
  const places = placesOf(book);
  const totals = groupTotals(book);
  const patterns = patternsByCause(book, file);
  const rates = new Float64Array(places.size);
  const impossible = impossibleOn(book, file);
  const reasons = new Map<CauseKey, PriorReason>();
  const suspicious = new Map(workSuspects(file).map((suspect) => [suspect.key, suspect]));
  for (const [at, cause] of book.causes.entries()) {
    const { rate, reason } = causeRate(book, file, cause, { totals, patterns: patterns.get(cause.key) ?? [] });
    const work = suspicious.get(cause.key);
    rates[at] = impossible[at] ? 0 : Math.max(rate, work?.share ?? 0);
    reasons.set(cause.key, work ? { ...reason, work: work.work } : reason);
  }
  const listed = rates.reduce((sum, each) => sum + each, 0);
  const unlisted = unlistedRates(book, impossible);
  const sum = unlisted.reduce((total, each) => total + each, 0);
  const unknown = listed > 0 ? Math.min(UNKNOWN_MOST, Math.max(UNKNOWN_LEAST, sum)) : 1;
  for (let at = 0; at < places.size; at++)
    rates[at] =
      at < places.causes
        ? listed > 0
          ? (num(rates, at) / listed) * (1 - unknown)
          : 0
        : (num(unlisted, at) / sum) * unknown;
  return { rates, reasons, unknown, impossible };
}

/** A part that this vehicle cannot have fails on it in no way. */
function impossibleOn(book: Book, { vehicle }: CaseFile): Uint8Array {
  const places = placesOf(book);
  const never = new Set(book.components.filter(({ needs }) => !canHave(needs, vehicle)).map(({ key }) => key));
  const impossible = new Uint8Array(places.size);
  if (never.size)
    for (let at = 0; at < places.firstSystem; at++) {
      const key = places.componentKeys[int(places.component, at)];
      if (key !== undefined && never.has(key)) impossible[at] = 1;
    }
  return impossible;
}

/** What applies to a case: how many jobs each group has, and the patterns of one cause. */
interface Applying {
  readonly totals: ReadonlyMap<GroupKey, Count>;
  readonly patterns: readonly Pattern[];
}

function patternsByCause(book: Book, file: CaseFile): ReadonlyMap<CauseKey, readonly Pattern[]> {
  const byCause = new Map<CauseKey, Pattern[]>();
  for (const pattern of book.patterns) {
    if (!patternApplies(pattern, file.vehicle, file.odometerKm)) continue;
    const key = causeKey(pattern);
    byCause.set(key, [...(byCause.get(key) ?? []), pattern]);
  }
  return byCause;
}

function groupTotals(book: Book): ReadonlyMap<GroupKey, Count> {
  return new Map([...book.groups].map(([key, counts]) => [key, totalOf(counts)]));
}

/**
 * From all vehicles down to the narrowest group: the rate of each is that of the wider one times its rate ratio. Patterns that apply
 * come on top as jobs that were not seen.
 */
function causeRate(book: Book, file: CaseFile, cause: KnownCause, { totals, patterns }: Applying) {
  const chain = chainFor(cause.system, file.vehicle, file.odometerKm);
  const of = (group: GroupKey | undefined) => (group && totals.get(group)) ?? NO_COUNT;
  const own = (group: GroupKey) => book.groups.get(group)?.get(cause.key) ?? NO_COUNT;
  const all = of(ALL_VEHICLES);
  const first = jobsAtFirst(book);
  let rate = (own(ALL_VEHICLES).weight + first) / (all.weight + first * book.causes.length);
  let reason: PriorReason = { group: ALL_VEHICLES, seen: own(ALL_VEHICLES), of: all, patterns, work: null };
  for (const group of [...chain].reverse()) {
    if (group === ALL_VEHICLES) continue;
    const seen = own(group);
    rate *= rateRatio(seen.weight, of(group).weight * rate);
    if (seen.jobs > 0) reason = { group, seen, of: of(group), patterns, work: null };
  }
  const patternJobs = patterns.reduce((sum, { evidence }) => sum + PATTERN_JOBS[evidence], 0);
  const against = PATTERN_AGAINST_JOBS + of(chain[0]).weight;
  return { rate: (rate * against + patternJobs) / (against + patternJobs), reason };
}

const UNKNOWN_MOST = 0.5;
/** However much a book holds, one vehicle in fifty brings something new: models, parts and repairs go on changing. */
const UNKNOWN_LEAST = 0.02;
