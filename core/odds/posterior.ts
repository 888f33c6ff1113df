import { num } from "@/core/place";
import type { CaseFile } from "@/core/case";
import { type CauseKey, type KnownCause, type Book, placesOf } from "@/core/book";
import { type Evidence, type Reason, lookEvidence, workEvidence } from "@/core/evidence";
import { lifted, type Lift } from "./floors";
import { priorOf, type Prior } from "./prior";
import { Couples, type Couple } from "./two-causes";

/** The odds of every suspect: all probabilities and `unknown` sum to 1. */
export interface Odds {
  readonly byCause: ReadonlyMap<CauseKey, number>;
  readonly unknown: number;
}

/** Two causes at once, and how likely that is. */
export interface Pair {
  readonly causes: readonly [KnownCause, KnownCause];
  readonly probability: number;
}

export interface Posterior extends Odds {
  /** By hypothesis (`places.ts`), two causes at once shared between the two; sums to 1. */
  readonly odds: Float64Array;
  /** Of `odds`, what is two causes at once of which none was repaired yet, the likeliest first. */
  readonly couples: readonly Couple[];
  /** Where a cause that is not in the book would be, the likeliest first. */
  readonly unlisted: Unlisted;
  readonly prior: Prior;
  readonly evidence: readonly Evidence[];
  readonly lifts: readonly Lift[];
  /** The couples that are worth a line. */
  pairs(): readonly Pair[];
}

export interface Unlisted {
  readonly components: readonly (readonly [component: string, probability: number])[];
  readonly systems: readonly (readonly [system: string, probability: number])[];
  readonly elsewhere: number;
}

/**
 * Bayes' rule over every cause of the book, alone or beside another, and over what is not in the book; in logarithms. First what was seen
 * before anybody measured, with what is kept for what nobody has seen yet and for who is named; then tests and repairs in their order.
 */
export function posteriorOf(book: Book, file: CaseFile): Posterior {
  const places = placesOf(book);
  const prior = priorOf(book, file);
  const looks = lookEvidence(book, file);
  const priors = prior.rates.map((rate) => Math.log(rate));
  const { logs: seen, lifts, proved } = lifted(book, file, { prior, logs: sumOf(priors, looks) });
  const work = workEvidence(book, file);
  const alone = sumOf(seen, work);
  const evidence = [...looks, ...work];
  const adjusted = priors.slice();
  for (const { at, nats } of lifts) adjusted[at] = num(adjusted, at) + nats;
  const couples = new Couples(book, file, { priors: adjusted, evidence, alone, proved });
  const { odds, both } = couples.together();
  let pairs: readonly Pair[] | null = null;
  const { causes } = book;
  return {
    odds,
    couples: both,
    prior,
    evidence,
    lifts,
    byCause: new Map(causes.map(({ key }, at) => [key, num(odds, at)])),
    unknown: sumFrom(odds, places.causes),
    unlisted: unlistedOf(book, odds),
    pairs: () => (pairs ??= both.flatMap((couple) => pairOf(causes, couple))),
  };
}

/** The logs with what every piece of evidence says, by hypothesis. */
function sumOf(logs: Float64Array, evidence: readonly Evidence[]): Float64Array {
  const sums = logs.slice();
  for (const { weights } of evidence)
    for (let at = 0; at < sums.length; at++) sums[at] = num(sums, at) + num(weights, at);
  return sums;
}

function sumFrom(values: Float64Array, from: number): number {
  let sum = 0;
  for (let at = from; at < values.length; at++) sum += num(values, at);
  return sum;
}

/** Less likely pairs are not worth a line. */
const WORTH_TELLING = 0.02;

function pairOf(causes: readonly KnownCause[], { one, other, probability }: Couple): readonly Pair[] {
  const [a, b] = [causes[one], causes[other]];
  return a && b && probability >= WORTH_TELLING ? [{ causes: [a, b], probability }] : [];
}

function unlistedOf(book: Book, odds: Float64Array): Unlisted {
  const { componentKeys, systemNames, firstComponent, firstSystem, elsewhere } = placesOf(book);
  const ranked = (names: readonly string[], from: number) =>
    names
      .map((name, at) => [name, odds[from + at] ?? 0] as const)
      .filter(([, p]) => p > 0)
      .sort((a, b) => b[1] - a[1]);
  return {
    components: ranked(componentKeys, firstComponent),
    systems: ranked(systemNames, firstSystem),
    elsewhere: odds[elsewhere] ?? 0,
  };
}

/** Everything that speaks for or against one suspect, the firmest first; what says nothing is left out. */
export function reasonsFor(posterior: Posterior, book: Book, at: number): readonly Reason[] {
  const cause = book.causes[at];
  if (!cause) return [];
  const { prior, evidence, lifts } = posterior;
  const reason = prior.reasons.get(cause.key);
  const even = (1 - prior.unknown) / Math.max(1, book.causes.length);
  const rate = prior.rates[at] || even;
  const first: Reason[] = reason ? [{ source: { kind: "prior", reason }, weight: Math.log(rate / even) }] : [];
  const named = lifts
    .filter((lift) => lift.at === at && lift.why !== "unseen")
    .map(({ nats, why }): Reason => ({
      source: { kind: "named", how: why === "proved" ? "proved" : "named" },
      weight: nats,
    }));
  const telling = evidence.filter(({ weights }) => Math.abs(num(weights, at)) >= TELLING_NATS);
  const rest = telling.flatMap((piece) => {
    const source = piece.source(at);
    return source ? [{ source, weight: num(piece.weights, at) }] : [];
  });
  return [...first, ...named, ...rest]
    .filter(({ weight }) => Math.abs(weight) >= TELLING_NATS)
    .sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}

/** Below this a reason moves the odds by less than five percent of themselves and is not worth a line. */
const TELLING_NATS = 0.05;

/** Shannon's entropy of the odds, in bits. */
export function entropyBits(odds: Odds): number {
  return [...odds.byCause.values(), odds.unknown].reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);
}
