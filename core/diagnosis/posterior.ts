import type { CaseFile } from "./case-file";
import type { CauseKey } from "./cause";
import type { KnownCause, Knowledge } from "./counts";
import type { Evidence, Reason } from "./evidence";
import { evidenceOf } from "./likelihood";
import { priorOf, type Prior } from "./prior";

/** The odds of every suspect: all probabilities and `unknown` sum to 1. */
export interface Odds {
  readonly byCause: ReadonlyMap<CauseKey, number>;
  readonly unknown: number;
}

export interface Posterior extends Odds {
  readonly prior: Prior;
  readonly evidence: readonly Evidence[];
}

/** Bayes' rule over every cause of the book and the cause that is not in it, in logarithms. */
export function posteriorOf(knowledge: Knowledge, file: CaseFile): Posterior {
  const prior = priorOf(knowledge, file);
  const evidence = evidenceOf(knowledge, file);
  const logs = knowledge.causes.map(({ key }) => {
    const weights = evidence.map(({ reasons }) => reasons.get(key)?.weight ?? 0);
    return [key, Math.log(prior.byCause.get(key) ?? 0) + weights.reduce((a, b) => a + b, 0)] as const;
  });
  const unknownLog = Math.log(prior.unknown) + evidence.reduce((sum, piece) => sum + piece.unknown, 0);
  const top = Math.max(unknownLog, ...logs.map(([, log]) => log));
  const scaled = logs.map(([key, log]) => [key, Math.exp(log - top)] as const);
  const unknownScaled = Math.exp(unknownLog - top);
  const sum = scaled.reduce((total, [, value]) => total + value, unknownScaled);
  return {
    prior,
    evidence,
    byCause: new Map(scaled.map(([key, value]) => [key, value / sum])),
    unknown: unknownScaled / sum,
  };
}

/** Everything that speaks for or against one suspect, the firmest first; what says nothing is left out. */
export function reasonsFor(posterior: Posterior, cause: KnownCause, knownCauses: number): readonly Reason[] {
  const reason = posterior.prior.reasons.get(cause.key);
  const even = (1 - posterior.prior.unknown) / Math.max(1, knownCauses);
  const rate = posterior.prior.byCause.get(cause.key) ?? even;
  const first: Reason[] = reason ? [{ source: { kind: "prior", reason }, weight: Math.log(rate / even) }] : [];
  const rest = posterior.evidence.flatMap(({ reasons }) => reasons.get(cause.key) ?? []);
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
