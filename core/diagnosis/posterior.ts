import { ALL_VEHICLES } from "@/core/vehicle";
import type { CaseFile } from "./case-file";
import { covers, type CauseKey } from "./cause";
import { indexOf, weightsOf } from "./cause-index";
import { countsIn, type KnownCause, type Knowledge } from "./counts";
import type { Evidence, Reason } from "./evidence";
import { evidenceOf } from "./likelihood";
import { priorOf, type Prior } from "./prior";
import { logAdd, pairLogs, secondCauseLogs, type Pair } from "./two-causes";

/** The odds of every suspect: all probabilities and `unknown` sum to 1. */
export interface Odds {
  readonly byCause: ReadonlyMap<CauseKey, number>;
  readonly unknown: number;
  /** The same by the system that such a cause would be of. */
  readonly strange?: ReadonlyMap<string, number>;
}

export interface Posterior extends Odds {
  readonly strange: ReadonlyMap<string, number>;
  readonly prior: Prior;
  readonly evidence: readonly Evidence[];
  /** Two causes at once, of the likeliest, before any of them was repaired; the likeliest first. Told beside the odds, not among them. */
  pairs(): readonly Pair[];
}

/** A repair that helped in part says that something else is wrong as well: one cause alone is hardly thinkable then. */
const ALONE_THOUGH_PARTLY = 0.05;

/**
 * Bayes' rule over every cause of the book, alone or beside one that was repaired already, and the cause that is not in the book; in
 * logarithms. A cause that is not in the book shows what those of its system show, whichever system that is.
 */
export function posteriorOf(knowledge: Knowledge, file: CaseFile): Posterior {
  const { causes } = knowledge;
  const prior = priorOf(knowledge, file);
  const evidence = evidenceOf(knowledge, file);
  const priors = Float64Array.from(causes, ({ key }) => Math.log(prior.byCause.get(key) ?? 0));
  const second = secondCauseLogs(file, causes, priors, evidence);
  const alone = file.fixesTried.some(({ result }) => result === "partly") ? Math.log(ALONE_THOUGH_PARTLY) : 0;
  const logs = sumOf(priors, evidence).map((single, at) => logAdd(single + alone, second[at] as number));
  const strange = strangeLogs(knowledge, evidence).map((log) => Math.log(prior.unknown) + alone + log);
  const unknownLog = strange.length
    ? strange.reduce(logAdd, Number.NEGATIVE_INFINITY)
    : Math.log(prior.unknown) + alone;
  const top = logs.reduce((most, log) => Math.max(most, log), unknownLog);
  const unknownScaled = Math.exp(unknownLog - top);
  const scaled = logs.map((log) => Math.exp(log - top));
  const sum = scaled.reduce((total, value) => total + value, unknownScaled);
  /** Places of the likeliest causes that were not repaired yet. */
  const likely = () =>
    [...scaled.keys()]
      .filter((at) => !file.fixesTried.some((tried) => covers(tried, causes[at] as KnownCause)))
      .sort((a, b) => (scaled[b] as number) - (scaled[a] as number))
      .slice(0, PAIRED);
  let pairs: readonly Pair[] | null = null;
  return {
    ...{ prior, evidence },
    byCause: new Map(causes.map(({ key }, at) => [key, (scaled[at] as number) / sum])),
    unknown: unknownScaled / sum,
    strange: new Map(systemsOf(causes).map((name, at) => [name, Math.exp((strange[at] as number) - top) / sum])),
    // Told where somebody asks, and worked out once.
    pairs: () => (pairs ??= pairsOf(causes, pairLogs(likely(), priors, evidence), top + Math.log(sum))),
  };
}

/** The priors and what every piece of evidence says, by cause. */
function sumOf(priors: Float64Array, evidence: readonly Evidence[]): Float64Array {
  const sums = priors.slice();
  for (const { weights } of evidence)
    for (let at = 0; at < sums.length; at++) sums[at] = (sums[at] as number) + (weights[at] as number);
  return sums;
}

/** So many of the likeliest causes are thought of in twos. */
const PAIRED = 12;
/** Less likely pairs are not worth a line. */
const WORTH_TELLING = 0.02;

function pairsOf(
  causes: readonly KnownCause[],
  logs: readonly (readonly [first: number, second: number, log: number])[],
  wholeLog: number,
): readonly Pair[] {
  const weights = logs.map(([, , log]) => Math.exp(log - wholeLog));
  const all = weights.reduce((sum, each) => sum + each, 1);
  return logs
    .flatMap(([one, other], at): readonly Pair[] => {
      const [a, b] = [causes[one], causes[other]];
      const probability = (weights[at] as number) / all;
      return a && b && probability >= WORTH_TELLING ? [{ causes: [a, b], probability }] : [];
    })
    .sort((a, b) => b.probability - a.probability);
}

/** The systems of the book by their places in its index. */
function systemsOf(causes: readonly KnownCause[]): readonly string[] {
  const { system, systems } = indexOf(causes);
  const names = new Array<string>(systems).fill("");
  for (const [at, cause] of causes.entries()) names[system[at] as number] = cause.system;
  return names;
}

/** What speaks for a cause that is not in the book, by the system it may be of, and how often each is at fault. Natural logarithms. */
function strangeLogs({ causes, groups }: Knowledge, evidence: readonly Evidence[]): Float64Array {
  const { system, systems } = indexOf(causes);
  const weights = weightsOf(causes, countsIn(groups, ALL_VEHICLES));
  const shares = new Float64Array(systems).fill(SYSTEM_JOBS);
  for (const [at, own] of weights.entries())
    shares[system[at] as number] = (shares[system[at] as number] as number) + own;
  const all = shares.reduce((sum, share) => sum + share, 0);
  return shares.map((share, at) =>
    evidence.reduce((sum, { strange }) => sum + (strange?.[at] ?? 0), Math.log(share / all)),
  );
}

/** What a system that no job has shown yet weighs, in jobs. */
const SYSTEM_JOBS = 1;

/** Everything that speaks for or against one suspect, the firmest first; what says nothing is left out. */
export function reasonsFor(posterior: Posterior, knowledge: Knowledge, at: number): readonly Reason[] {
  const cause = knowledge.causes[at];
  if (!cause) return [];
  const reason = posterior.prior.reasons.get(cause.key);
  const even = (1 - posterior.prior.unknown) / Math.max(1, knowledge.causes.length);
  const rate = posterior.prior.byCause.get(cause.key) ?? even;
  const first: Reason[] = reason ? [{ source: { kind: "prior", reason }, weight: Math.log(rate / even) }] : [];
  const telling = posterior.evidence.filter(({ weights }) => Math.abs(weights[at] as number) >= TELLING_NATS);
  const rest = telling.flatMap((piece) => {
    const source = piece.source(at);
    return source ? [{ source, weight: piece.weights[at] as number }] : [];
  });
  return [...first, ...rest]
    .filter(({ weight }) => Math.abs(weight) >= TELLING_NATS)
    .sort((a, b) => Math.abs(b.weight) - Math.abs(a.weight));
}

/** Below this a reason moves the odds by less than five percent of themselves and is not worth a line. */
const TELLING_NATS = 0.05;

/** Shannon's entropy of the odds, in bits. */
export function entropyBits(odds: Odds): number {
  return [...odds.byCause.values(), odds.unknown].reduce((sum, p) => (p > 0 ? sum - p * Math.log2(p) : sum), 0);
}
