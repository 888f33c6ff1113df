import { int, num } from "@/core/place";
import { ALL_VEHICLES, UNSOLVED_JOBS } from "@/core/vehicle";
import { countsIn, heard, totalOf, type Book, placesOf, type Places } from "@/core/book";

/** A system has so many ways to fail at least, whatever the book holds of it. */
const WAYS_OF_A_SYSTEM = 8;
/** However long the book, of what comes for the first time so much was thought of by nobody. */
const NOT_IN_BOOK_LEAST = 0.1;
/** A cause that stands in the book by general practice names the part, and not always its very failure. */
const GENERAL_COUNTS = 0.8;
/** Of what is not in the book, the share that is a known component failing in a new way; the rest of its system's is another component. */
const KNOWN_PART = 0.6;
/** What a component and a system weigh that no job has shown yet, in jobs. */
const PART_JOBS = 0.5;
const SYSTEM_JOBS = 1;
/** A system that nobody has thought of is as likely as one more system, and the book names nearly all. */
const ANOTHER_SYSTEM = 0.3;
/** Of the jobs that ended without a cause so many did because the book does not hold it: others for want of time, a tool or a part. */
const UNSOLVED_SHARE = 0.5;

/**
 * How likely it is that a cause is not in the book, by the place it would be at: by the ground at hand, not over the whole book. In each system the
 * mass of what was never seen is about the share of its causes seen only once (Good 1953); of that the book holds the part that its causes are
 * of all there are, which are as many as Chao (1984) tells from those seen once and twice.
 * @returns by hypothesis; 0 for causes of the book
 */
export function unlistedRates(book: Book, impossible: Uint8Array): Float64Array {
  const places = placesOf(book);
  const grounds = groundsOf(book, places);
  const whole = grounds.reduce((sum, { weight }) => sum + weight, 0) + SYSTEM_JOBS * ANOTHER_SYSTEM;
  const rates = new Float64Array(places.size);
  const parts = partsOf(places, grounds, impossible);
  const unsolved = unsolvedShare(book);
  for (const [at, ground] of grounds.entries()) {
    const share = (ground.weight / whole) * Math.max(unseenOf(ground) * notInBook(ground), unsolved);
    const own = parts.filter(({ system }) => system === at);
    const sum = own.reduce((total, { weight }) => total + weight, 0);
    if (sum > 0) for (const part of own) rates[part.at] = (share * KNOWN_PART * part.weight) / sum;
    rates[places.firstSystem + at] = share * (sum > 0 ? 1 - KNOWN_PART : 1);
  }
  const counts = countsIn(book.groups, ALL_VEHICLES);
  const all = { jobs: heard(totalOf(counts)), once: [...counts.values()].filter(({ jobs }) => jobs === 1).length };
  rates[places.elsewhere] = ((SYSTEM_JOBS * ANOTHER_SYSTEM) / whole) * unseenOf(all);
  return rates;
}

interface SystemGround {
  readonly weight: number;
  readonly jobs: number;
  readonly once: number;
  readonly twice: number;
  readonly seen: number;
  /** Causes that the book holds, those of general practice for less. */
  readonly held: number;
}

function groundsOf({ causes, groups }: Book, { system, systemNames }: Places): readonly SystemGround[] {
  const counts = countsIn(groups, ALL_VEHICLES);
  const grounds = systemNames.map(() => ({ weight: SYSTEM_JOBS, jobs: 0, once: 0, twice: 0, seen: 0, held: 0 }));
  for (const [at, { key, general }] of causes.entries()) {
    const ground = grounds[int(system, at)];
    if (!ground) continue;
    const count = counts.get(key);
    const jobs = count?.jobs ?? 0;
    ground.weight += count?.weight ?? 0;
    ground.jobs += count ? heard(count) : 0;
    ground.once += jobs === 1 ? 1 : 0;
    ground.twice += jobs === 2 ? 1 : 0;
    ground.seen += jobs > 0 ? 1 : 0;
    ground.held += jobs > 0 || !general ? 1 : GENERAL_COUNTS;
  }
  return grounds;
}

/** The share of what comes that was never seen yet. */
const unseenOf = ({ once, jobs }: Pick<SystemGround, "once" | "jobs">) => (once + 1) / (jobs + 1);

/** Of what was never seen, the share that the book does not hold. */
function notInBook({ once, twice, seen, held }: SystemGround): number {
  const ways = Math.max(WAYS_OF_A_SYSTEM, seen + (once * (once - 1)) / (2 * (twice + 2)));
  return Math.max(NOT_IN_BOOK_LEAST, (ways - held) / ways);
}

function unsolvedShare({ groups }: Book): number {
  const jobs = heard(totalOf(countsIn(groups, ALL_VEHICLES)));
  const unsolved = heard(totalOf(countsIn(groups, UNSOLVED_JOBS)));
  return (UNSOLVED_SHARE * unsolved) / (jobs + unsolved + 1);
}

/** The components of the book: those that fail often in known ways do so in unknown ones as well. */
function partsOf(places: Places, grounds: readonly SystemGround[], impossible: Uint8Array) {
  const { componentKeys, component, system, firstComponent, causes } = places;
  const weights = new Float64Array(componentKeys.length).fill(PART_JOBS);
  for (let at = 0; at < causes; at++) {
    const part = int(component, at);
    const ground = grounds[int(system, at)];
    // Of the system's jobs an even part: what fails in many ways has more ways left.
    weights[part] = num(weights, part) + (ground ? PART_JOBS * Math.min(1, ground.jobs / (ground.seen + 1)) : 0);
  }
  return Array.from(weights, (weight, nth) => ({
    at: firstComponent + nth,
    system: int(system, firstComponent + nth),
    weight: impossible[firstComponent + nth] ? 0 : weight,
  }));
}
