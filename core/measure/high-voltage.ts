import { convert, sameDimension, type Quantity } from "./quantity";

/**
 * Whether a high-voltage system is dead: the tester is proved on a known source, the system is measured, and the tester is proved
 * again. Without all three there is no verdict: a dead tester reads zero on a live system.
 */
export interface DeadTest {
  readonly proofBefore: Quantity | null;
  readonly measured: Quantity | null;
  readonly proofAfter: Quantity | null;
  /** At or below this it counts as dead: the procedure's or the shop's rule. null where none is stated. */
  readonly limit: Quantity | null;
}

export type DeadVerdict =
  | { readonly verdict: "dead" }
  | { readonly verdict: "live"; readonly measured: Quantity }
  /** Not dangerous to touch by itself, and not dead: something still feeds it, or the reading floats. */
  | { readonly verdict: "not-dead"; readonly measured: Quantity; readonly limit: Quantity }
  | { readonly verdict: "none"; readonly missing: "proof-before" | "measured" | "proof-after" | "volts" | "limit" }
  | { readonly verdict: "none"; readonly missing: "tester-dead"; readonly which: "before" | "after" };

/**
 * Above this a voltage counts as dangerous to touch: UN Regulation No. 100, "high voltage", over 60 V direct or 30 V alternating. A reading does
 * not say which of the two it is; what lies between is not dead in either case.
 */
export const DANGEROUS_V = 60;
/** A known source is a vehicle's own battery at least: below this the tester has not been proved on anything. */
const LEAST_PROOF_V = 9;

/** @example deadVerdict({ proofBefore: volts(12.4), measured: volts(0.2), proofAfter: volts(12.4), limit: volts(5) }) // { verdict: "dead" } */
export function deadVerdict({ proofBefore, measured, proofAfter, limit }: DeadTest): DeadVerdict {
  if (!proofBefore) return { verdict: "none", missing: "proof-before" };
  if (!measured) return { verdict: "none", missing: "measured" };
  const volts = (quantity: Quantity) => Math.abs(convert(quantity, "V").value);
  const live = sameDimension(measured.unit, "V") && volts(measured) > DANGEROUS_V;
  // What reads as live is live, whatever else is missing.
  if (live) return { verdict: "live", measured };
  if (!proofAfter) return { verdict: "none", missing: "proof-after" };
  if (![proofBefore, measured, proofAfter].every(({ unit }) => sameDimension(unit, "V")))
    return { verdict: "none", missing: "volts" };
  if (volts(proofBefore) < LEAST_PROOF_V) return { verdict: "none", missing: "tester-dead", which: "before" };
  if (volts(proofAfter) < LEAST_PROOF_V) return { verdict: "none", missing: "tester-dead", which: "after" };
  if (!limit || !sameDimension(limit.unit, "V")) return { verdict: "none", missing: "limit" };
  return volts(measured) <= volts(limit) ? { verdict: "dead" } : { verdict: "not-dead", measured, limit };
}
