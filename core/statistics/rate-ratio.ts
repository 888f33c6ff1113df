import { gammaln } from "simple-statistics";

/**
 * How many times as frequent a cause is in a group as in the wider one. Most groups are like the wider one; some are hot spots where a
 * cause is 15 to 60 times as frequent. One prior cannot serve both: it would blur the hot spots or see one in every chance. So it is a
 * mixture of two gamma distributions, as DuMouchel (1999), "Bayesian data mining in large frequency tables", has it for the same question.
 */
const LIKE_THE_REST = part({ share: 0.93, shape: 6, mean: 0.9 });
const HOT_SPOT = part({ share: 0.07, shape: 0.7, mean: 10 });

interface Part {
  readonly logShare: number;
  readonly shape: number;
  readonly rate: number;
  readonly gammaOfShape: number;
}

/** What is the same for every cause and group: a case asks a thousand times. */
function part({ share, shape, mean }: { readonly share: number; readonly shape: number; readonly mean: number }): Part {
  return { logShare: Math.log(share), shape, rate: shape / mean, gammaOfShape: gammaln(shape) };
}

/**
 * The posterior mean of a group's rate ratio.
 * @param seen jobs with the cause in the group, weighted by proof
 * @param expected what the wider group's rate would have given there; 0 or more
 * @example rateRatio(6, 0.4) // about 13
 */
export function rateRatio(seen: number, expected: number): number {
  // As a share, not as odds: with many jobs the odds of a hot spot are too large a number to hold.
  const hot = 1 / (1 + Math.exp(logOf(LIKE_THE_REST, seen, expected) - logOf(HOT_SPOT, seen, expected)));
  return (1 - hot) * meanOf(LIKE_THE_REST, seen, expected) + hot * meanOf(HOT_SPOT, seen, expected);
}

function meanOf({ shape, rate }: Part, seen: number, expected: number): number {
  return (shape + seen) / (rate + expected);
}

/** Log of a part's share and of its negative binomial chance of so many jobs, without what both parts share. */
function logOf({ logShare, shape, rate, gammaOfShape }: Part, seen: number, expected: number): number {
  const none = logShare + shape * Math.log(rate / (rate + expected));
  // Most causes were never seen in most groups.
  return seen === 0 ? none : none + gammaln(shape + seen) - gammaOfShape - seen * Math.log(rate + expected);
}
