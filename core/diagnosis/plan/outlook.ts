/**
 * What a plan is made from: odds, repairs and tests as plain numbers, causes told by their place in a list. Whoever knows odds and
 * likelihoods better than the book can plan with them in the same way.
 */
export interface Outlook {
  /** Probability of each cause; with `unknown` they sum to 1. */
  readonly odds: Float64Array;
  readonly unknown: number;
  /** What trying the repair of each cause costs, in minutes, parts included; not finite where it is not to be tried. */
  readonly costs: Float64Array;
  readonly tests: readonly TestOutlook[];
}

export interface TestOutlook {
  readonly minutes: number;
  /** By outcome, then cause: how likely the outcome is with this cause. */
  readonly likelihood: readonly Float64Array[];
  /** By outcome, for a cause that is not in the book. */
  readonly base: readonly number[];
  /** What has to be open for it, and what that takes: paid once. */
  readonly access: string | null;
  readonly accessMinutes: number;
}

/** Finding a cause from nothing, by splitting systems and reading wiring diagrams: half a working day, in minutes. */
export const FROM_SCRATCH_MINUTES = 240;
/** A cause for which the book holds no repair: what an unplanned repair takes, in minutes. */
export const UNPLANNED_FIX_MINUTES = 90;
