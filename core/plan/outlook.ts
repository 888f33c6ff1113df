/**
 * What a plan is made from: odds, repairs and tests as plain numbers, hypotheses told by their place in a list. Whoever knows odds and
 * likelihoods better than the book can plan with them in the same way. What nothing of the plan can reach is left out: it costs the same
 * whichever way is taken before.
 */
export interface Outlook {
  /** Probability of each hypothesis that is planned with; with `tail` they sum to 1. Two causes at once are shared out between the two. */
  readonly odds: Float64Array;
  /** Of `odds`, what is two causes at once. */
  readonly couples: readonly PlannedCouple[];
  /** Causes of the book that are too unlikely to be planned with: they pay for what is done before them. */
  readonly tail: number;
  /** What trying each repair costs, in minutes, parts included; not finite where it cannot be tried without having been found. */
  readonly costs: Float64Array;
  /** What the repair costs once the cause is found: the same, and finite also for what is not in the book. */
  readonly foundCosts: Float64Array;
  /** Of `foundCosts`, the parts alone. */
  readonly parts: Float64Array;
  readonly tests: readonly TestOutlook[];
}

export interface PlannedCouple {
  readonly one: number;
  readonly other: number;
  readonly probability: number;
  /** The part of it that stands with `one` among the odds. */
  readonly ofOne: number;
}

export interface TestOutlook {
  readonly minutes: number;
  /** By outcome, then hypothesis: how likely the outcome is with it. */
  readonly likelihood: readonly Float64Array[];
  /** By hypothesis: how likely the test shows it outright, whatever the outcome is called; with the likelihoods it sums to 1. */
  readonly finds: Float64Array;
  /** By outcome, for a cause that the test says nothing of. */
  readonly base: readonly number[];
  /** What has to be open for it, and what that takes: paid once. */
  readonly access: string | null;
  readonly accessMinutes: number;
}

/** Minutes from now on, and of them what parts cost at the shop's rate. */
export interface Spent {
  readonly minutes: number;
  readonly parts: number;
}

/** A cause for which the book holds no repair: what an unplanned repair takes, in minutes. */
export const UNPLANNED_REPAIR_MINUTES = 90;

/** Minutes and parts as one: what an action costs. */
export const costOf = ({ minutes, accessMinutes }: TestOutlook) => minutes + accessMinutes;
