import type { CaseFile } from "./case-file";
import type { CauseKey } from "./cause";
import type { Knowledge } from "./counts";
import type { Evidence, Reason } from "./evidence";
import { evidenceOf } from "./likelihood";
import { priorOf, type Prior } from "./prior";
import { logAdd, secondCauseLogs } from "./two-causes";

/** The odds of every suspect: all probabilities and `unknown` sum to 1. */
export interface Odds {
  readonly byCause: ReadonlyMap<CauseKey, number>;
  readonly unknown: number;
}

export interface Posterior extends Odds {
  readonly prior: Prior;
  readonly evidence: readonly Evidence[];
}

/** A repair that helped in part says that something else is wrong as well: one cause alone is hardly thinkable then. */
const ALONE_THOUGH_PARTLY = 0.05;

/**
 * Bayes' rule over every cause of the book, alone or beside one that was repaired already, and the cause that is not in the book; in
 * logarithms. A cause that is not in the book shows what the average job shows: nothing speaks for or against it.
 */
export function posteriorOf(knowledge: Knowledge, file: CaseFile): Posterior {
  const { causes } = knowledge;
  const prior = priorOf(knowledge, file);
  const evidence = evidenceOf(knowledge, file);
  const priors = Float64Array.from(causes, ({ key }) => Math.log(prior.byCause.get(key) ?? 0));
  const second = secondCauseLogs(file, causes, priors, evidence);
  const alone = file.fixesTried.some(({ result }) => result === "partly") ? Math.log(ALONE_THOUGH_PARTLY) : 0;
  const logs = priors.map((log, at) => {
    const single = evidence.reduce((sum, { weights }) => sum + (weights[at] as number), log + alone);
    return logAdd(single, second[at] as number);
  });
  const unknownLog = Math.log(prior.unknown) + alone;
  const top = logs.reduce((most, log) => Math.max(most, log), unknownLog);
  const unknownScaled = Math.exp(unknownLog - top);
  const scaled = logs.map((log) => Math.exp(log - top));
  const sum = scaled.reduce((total, value) => total + value, unknownScaled);
  return {
    ...{ prior, evidence },
    byCause: new Map(causes.map(({ key }, at) => [key, (scaled[at] as number) / sum])),
    unknown: unknownScaled / sum,
  };
}

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
