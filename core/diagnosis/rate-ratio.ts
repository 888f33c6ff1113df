import { gammaln } from "simple-statistics";

/**
 * How many times as frequent a cause is in a group as in the wider one. Most groups are like the wider one; some are hot spots where a
 * cause is 15 to 60 times as frequent. One prior cannot serve both: it would blur the hot spots or see one in every chance. So it is a
 * mixture of two gamma distributions, as DuMouchel (1999), "Bayesian data mining in large frequency tables", has it for the same question.
 */
const LIKE_THE_REST = { share: 0.93, shape: 6, mean: 0.9 } as const;
const HOT_SPOT = {
  share: 0.07,
  shape: 0.7,
  mean: 10,
} as const;

interface Part {
  readonly share: number;
  readonly shape: number;
  readonly mean: number;
}

/**
 * The posterior mean of a group's rate ratio.
 * @param seen jobs with the cause in the group, weighted by proof
 * @param expected what the wider group's rate would have given there; 0 or more
 * @example rateRatio(6, 0.4) // about 13
 */
export function rateRatio(seen: number, expected: number): number {
  const [a, b] = [LIKE_THE_REST, HOT_SPOT].map((part) => ({
    ...posterior(part, seen, expected),
    log: Math.log(part.share) + logSeen(part, seen, expected),
  }));
  if (!a || !b) return 1;
  // As a share, not as odds: with many jobs the odds of a hot spot are too large a number to hold.
  const hot = 1 / (1 + Math.exp(a.log - b.log));
  return (1 - hot) * a.mean + hot * b.mean;
}

function posterior({ shape, mean }: Part, seen: number, expected: number): { readonly mean: number } {
  return { mean: (shape + seen) / (shape / mean + expected) };
}

/** Log of the negative binomial chance of so many jobs, without what both parts share. */
function logSeen({ shape, mean }: Part, seen: number, expected: number): number {
  const rate = shape / mean;
  const none = shape * Math.log(rate / (rate + expected));
  // Most causes were never seen in most groups.
  if (seen === 0) return none;
  return gammaln(shape + seen) - gammaln(shape) + none - seen * Math.log(rate + expected);
}
