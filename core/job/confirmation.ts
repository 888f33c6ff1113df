/** Whether the complaint showed itself to somebody of the shop. */
export const CONFIRMATIONS = ["reproduced", "sometimes", "not-reproduced"] as const;
export type ConfirmationResult = (typeof CONFIRMATIONS)[number];

export interface Confirmation {
  readonly result: ConfirmationResult;
  /** So many times in so many tries; null where nobody counted. */
  readonly times: number | null;
  readonly tries: number | null;
  /** Under which conditions it was tried: keys of the vocabulary. */
  readonly conditions: readonly string[];
}

/** A plan for catching what could not be reproduced. */
export interface Watch {
  readonly what: string;
  /** Who watches: a colleague, or the customer. */
  readonly who: string;
  /** The day on which the shop asks, YYYY-MM-DD. */
  readonly until: string;
}

/** How a module answered the scan tool: silence of one that was not read says nothing. */
export const MODULE_STATES = ["read", "no-answer", "unreadable"] as const;
export type ModuleState = (typeof MODULE_STATES)[number];

export interface ModuleCoverage {
  readonly module: string;
  readonly state: ModuleState;
}
