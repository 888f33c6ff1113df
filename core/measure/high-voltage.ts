import { convert, sameDimension, type Quantity } from "./quantity";

/**
 * Whether a high-voltage system is dead: the tester is proved on a known source, the system is measured, and the tester is proved
 * again. Without all three there is no verdict: a dead tester reads zero on a live system.
 */
export interface DeadTest {
  readonly proofBefore: Quantity | null;
  readonly measured: Quantity | null;
  readonly proofAfter: Quantity | null;
}

export type DeadVerdict =
  | { readonly verdict: "dead" }
  | { readonly verdict: "live"; readonly measured: Quantity }
  | { readonly verdict: "none"; readonly missing: "proof-before" | "measured" | "proof-after" | "volts" }
  | { readonly verdict: "none"; readonly missing: "tester-dead"; readonly which: "before" | "after" };

/** Above this a direct voltage counts as dangerous to touch: UN Regulation No. 100, "high voltage", over 60 V. */
export const DANGEROUS_V = 60;
/** A known source is a vehicle's own battery at least: below this the tester has not been proved on anything. */
const LEAST_PROOF_V = 9;

/** @example deadVerdict({ proofBefore: volts(12.4), measured: volts(0.2), proofAfter: volts(12.4) }) // { verdict: "dead" } */
export function deadVerdict({ proofBefore, measured, proofAfter }: DeadTest): DeadVerdict {
  if (!proofBefore) return { verdict: "none", missing: "proof-before" };
  if (!measured) return { verdict: "none", missing: "measured" };
  const live = sameDimension(measured.unit, "V") && Math.abs(convert(measured, "V").value) > DANGEROUS_V;
  // What reads as live is live, whatever else is missing.
  if (live) return { verdict: "live", measured };
  if (!proofAfter) return { verdict: "none", missing: "proof-after" };
  if (![proofBefore, measured, proofAfter].every(({ unit }) => sameDimension(unit, "V")))
    return { verdict: "none", missing: "volts" };
  const proves = (quantity: Quantity) => Math.abs(convert(quantity, "V").value) >= LEAST_PROOF_V;
  if (!proves(proofBefore)) return { verdict: "none", missing: "tester-dead", which: "before" };
  if (!proves(proofAfter)) return { verdict: "none", missing: "tester-dead", which: "after" };
  return { verdict: "dead" };
}
