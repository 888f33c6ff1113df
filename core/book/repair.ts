import type { Cause } from "./cause";

export interface Money {
  readonly amount: number;
  /** ISO 4217 */
  readonly currency: string;
}

export interface Repair extends Cause {
  readonly minutes: number;
  readonly access: string | null;
  readonly accessMinutes: number;
  readonly partsCost: Money;
  /** So many cures here took it, as a rule; left out where somebody wrote it down. */
  readonly learnt?: number | null;
}
