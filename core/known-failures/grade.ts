import type { Grade } from "@/core/book";

/** From this rung on a job here proves a known failure: driven under the complaint's conditions. */
export const PROVES_FROM_RUNG = 4;

export interface PatternRecord {
  /** Jobs here that came to its cause on a vehicle that it speaks of, and still stand. */
  readonly for: number;
  /** Of them those with a rung of 4 or more. */
  readonly proved: number;
}

/** From so many vehicles on it may be called contradicted; fewer are no record. */
const LEAST_AGAINST = 3;

/** Whether what the shop saw speaks against it: vehicles came through without it or passed its check, and none had it. */
export function isContradicted({ for: seen, against }: { readonly for: number; readonly against: number }): boolean {
  return seen === 0 && against >= LEAST_AGAINST;
}

/**
 * How far a known failure is to be believed: worked out from the jobs here, never claimed. What somebody elsewhere says they saw is hearsay here;
 * a bulletin stays one until a job shows it.
 */
export function gradeOf(claimed: Grade, { for: seen, proved }: PatternRecord): Grade {
  if (proved > 0) return "proved";
  if (seen > 0) return "seen";
  return claimed === "bulletin" ? "bulletin" : "hearsay";
}
