import type { CaseFile } from "./case-file";
import { covers } from "./cause";
import type { KnownCause } from "./counts";
import type { Evidence } from "./evidence";

/** Two causes at once, and how likely that is. */
export interface Pair {
  readonly causes: readonly [KnownCause, KnownCause];
  readonly probability: number;
}

/** How often a vehicle comes with two causes at once: about one job in twenty. */
const TWO_AT_ONCE = 0.05;

/**
 * What speaks for each cause as the second of two, where the first was repaired and the fault is still there: the right repair looks
 * vain then. What either of the two shows is there (noisy-OR; Pearl 1988, section 4.3.2).
 * @param priors log of each cause's prior
 * @returns log weight by cause, to be added to that of the cause alone; -Infinity where nothing was tried
 */
export function secondCauseLogs(
  file: CaseFile,
  causes: readonly KnownCause[],
  priors: Float64Array,
  evidence: readonly Evidence[],
): Float64Array {
  const logs = new Float64Array(causes.length).fill(Number.NEGATIVE_INFINITY);
  const tried = file.fixesTried.filter(({ result }) => result !== "fixed");
  for (const [first, cause] of causes.entries()) {
    if (!tried.some((each) => covers(each, cause))) continue;
    const before = Math.log(TWO_AT_ONCE) + (priors[first] as number);
    for (let at = 0; at < causes.length; at++) {
      if (at === first) continue;
      const both = evidence.reduce(
        (sum, piece) => sum + togetherWeight(piece, first, at),
        before + (priors[at] as number),
      );
      logs[at] = logAdd(logs[at] as number, both);
    }
  }
  return logs;
}

/**
 * Two causes at once, each pair of a few likely ones, before anything was repaired.
 * @param likely places of the causes that are thought of in twos
 * @returns the places of the two and the log of their weight, on the scale of a cause alone
 */
export function pairLogs(
  likely: readonly number[],
  priors: Float64Array,
  evidence: readonly Evidence[],
): readonly (readonly [first: number, second: number, log: number])[] {
  return likely.flatMap((one, nth) =>
    likely.slice(nth + 1).map((other) => {
      const before = Math.log(TWO_AT_ONCE) + (priors[one] as number) + (priors[other] as number);
      return [one, other, evidence.reduce((sum, piece) => sum + togetherWeight(piece, one, other), before)] as const;
    }),
  );
}

/** Nats by which a piece of evidence speaks for two causes at once. */
function togetherWeight({ weights, rates, base, strength, quiet }: Evidence, first: number, second: number): number {
  const [one, other] = [weights[first] as number, weights[second] as number];
  // A repair closes the road of the first, and says nothing against a second; a check says of the second what its technician said.
  // Before any repair it says of either the same.
  if (!rates) return other;
  if (one === 0 && other === 0) return 0;
  const [a, b] = [rates[first] as number, rates[second] as number];
  const together = quiet ? (a * b) / base : 1 - (1 - a) * (1 - b);
  return strength * Math.log(Math.min(1, together) / base);
}

export function logAdd(a: number, b: number): number {
  const top = Math.max(a, b);
  return top === Number.NEGATIVE_INFINITY ? top : top + Math.log(Math.exp(a - top) + Math.exp(b - top));
}
