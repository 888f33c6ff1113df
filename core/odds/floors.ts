import { num } from "@/core/place";
import { ALL_VEHICLES } from "@/core/vehicle";
import {
  patternApplies,
  type EffectKind,
  causeKey,
  covers,
  type Cause,
  type CauseKey,
  countsIn,
  type CountsByCause,
  type Book,
  heard,
  PATTERN_JOBS,
} from "@/core/book";
import { type CaseFile, presentFeatures } from "@/core/case";
import type { Prior } from "./prior";

/** By how much a suspect was lifted or lowered before anybody measured, and why. */
export interface Lift {
  readonly at: number;
  readonly nats: number;
  readonly why: "unseen" | "named" | "proved";
}

interface Looked {
  readonly prior: Prior;
  /** By hypothesis: log of prior and of what was seen before anybody measured. */
  readonly logs: Float64Array;
}

/** A suspect that a technician names holds so much until something speaks against it, shared by all that are named. */
const NAMED_SHARE = 0.05;
/** Who measures at a part had a reason to: what is proved there holds so much before the measurement is counted. */
const PROVED_SHARE = 0.05;
const CONFIRMED_SHARE = 0.03;

/**
 * What counting alone gets wrong, set right before tests and repairs are weighed: a few like jobs do not know every cause, and what a person
 * suspects is not one in a thousand.
 */
export function lifted(book: Book, file: CaseFile, { prior, logs }: Looked): Lifted {
  const { odds, whole } = normalised(logs);
  const before = odds.slice();
  const unseen = keepForTheUnseen(book, file, odds);
  const named = placesWhere(book, prior, (component, failure) =>
    (file.named ?? []).some((each) => each.component === component && each.failure === failure),
  );
  const confirmed = placesWhere(book, prior, (component, failure) => isSaid(file, "confirms", { component, failure }));
  const proved = placesWhere(book, prior, (component, failure) => isSaid(file, "proves", { component, failure }));
  raise(odds, confirmed, CONFIRMED_SHARE);
  raise(odds, proved, PROVED_SHARE);
  raise(odds, named, NAMED_SHARE);
  const why = (at: number): Lift["why"] =>
    named.includes(at) ? "named" : proved.includes(at) || confirmed.includes(at) ? "proved" : "unseen";
  const lifts: Lift[] = [];
  if (unseen || named.length || proved.length || confirmed.length)
    for (let at = 0; at < odds.length; at++) {
      const [was, is] = [num(before, at), num(odds, at)];
      const nats = was > 0 && is > 0 ? Math.log(is / was) : 0;
      if (nats !== 0) lifts.push({ at, nats, why: why(at) });
    }
  // On the scale of the logs that came in, so that two causes at once compare.
  return { logs: odds.map((p) => Math.log(p) + whole), lifts, proved: new Set(proved) };
}

interface Lifted {
  readonly logs: Float64Array;
  readonly lifts: readonly Lift[];
  /** Places of the causes that a test was said to prove. */
  readonly proved: ReadonlySet<number>;
}

function normalised(logs: Float64Array): { readonly odds: Float64Array; readonly whole: number } {
  const top = logs.reduce((most, log) => Math.max(most, log), Number.NEGATIVE_INFINITY);
  const odds = logs.map((log) => Math.exp(log - top));
  const sum = odds.reduce((total, each) => total + each, 0);
  return { odds: odds.map((each) => each / sum), whole: top + Math.log(sum) };
}

/**
 * However alike the jobs, what they have not shown yet keeps its share: after one like job most of it, after n about one in n + 2. What the
 * book holds beside is weighed by the prior; this is for the shop that has hardly begun, where one job would else be the next one's cause. The
 * ground that is known best counts: the code that was seen fifty times, not the symptom that was seen twice.
 * @returns whether anything was moved
 */
function keepForTheUnseen(book: Book, file: CaseFile, odds: Float64Array): boolean {
  const features = presentFeatures(file.symptoms, file.codes, file.modulesSilent).filter(
    ({ kind }) => kind !== "condition",
  );
  const grounds = features.length
    ? features.map(({ key }) => countsIn(book.features, key))
    : [countsIn(book.groups, ALL_VEHICLES)];
  const walked = grounds.filter(({ size }) => size > 0);
  if (!walked.length) return false;
  const known = new Map<CauseKey, number>();
  for (const pattern of book.patterns)
    if (patternApplies(pattern, file.vehicle, file.odometerKm))
      known.set(causeKey(pattern), (known.get(causeKey(pattern)) ?? 0) + PATTERN_JOBS[pattern.evidence]);
  const seen = book.causes.flatMap(({ key }, at) =>
    known.has(key) || walked.some((counts) => (counts.get(key)?.jobs ?? 0) > 0) ? [at] : [],
  );
  // A known failure is worth so many jobs, here as in the prior: it makes the ground better known, and nothing certain.
  const likeliest = seen.reduce((best, at) => ((odds[at] ?? 0) > (odds[best] ?? 0) ? at : best), seen[0] ?? 0);
  const leader = book.causes[likeliest];
  const told = leader ? (known.get(leader.key) ?? 0) : 0;
  const kept = Math.min(...walked.map((counts) => unseenShare(counts, told)));
  const mass = seen.reduce((sum, at) => sum + num(odds, at), 0);
  if (mass <= 1 - kept || mass >= 1) return false;
  const [down, up] = [(1 - kept) / mass, kept / (1 - mass)];
  const isSeen = new Set(seen);
  for (let at = 0; at < odds.length; at++) odds[at] = num(odds, at) * (isSeen.has(at) ? down : up);
  return true;
}

/** So many jobs' worth of doubt stand against every ground: one job of one is 45 in 100, two of two 62, ten of ten 89. */
const DOUBT_JOBS = 1.2;

/** From this weight on a job makes the ground known as a whole one does: its same test passed. What was only claimed, or came back, does so less. */
const WHOLE_JOB = 0.5;

function unseenShare(counts: CountsByCause, told: number): number {
  let jobs = told;
  for (const count of counts.values()) jobs += Math.min(heard(count), count.weight / WHOLE_JOB);
  return DOUBT_JOBS / (jobs + DOUBT_JOBS);
}

function placesWhere(
  { causes }: Book,
  { impossible }: Prior,
  is: (component: string, failure: string) => boolean,
): readonly number[] {
  return causes.flatMap(({ component, failure }, at) => (!impossible[at] && is(component, failure) ? [at] : []));
}

/** Whether a test's outcome was said to prove, or to speak strongly for, the very cause. */
function isSaid({ tests }: CaseFile, kind: EffectKind, cause: Cause): boolean {
  return tests.some(({ effects }) => effects.some((effect) => effect.effect === kind && covers(effect, cause)));
}

/** Gives each of some places its part of a share where it holds less; the others give way in proportion. */
function raise(odds: Float64Array, at: readonly number[], share: number): void {
  const floor = share / Math.max(1, at.length);
  const low = at.filter((each) => num(odds, each) < floor);
  if (!low.length) return;
  const isLow = new Set(low);
  const others = odds.reduce((sum, p, each) => (isLow.has(each) ? sum : sum + p), 0);
  const scale = others > 0 ? (1 - floor * low.length) / others : 0;
  for (let each = 0; each < odds.length; each++) odds[each] = isLow.has(each) ? floor : num(odds, each) * scale;
}
