import type { Procedure } from "@/core/book";
import { convert, type Quantity, type Spec } from "@/core/measure";

/**
 * How far a good thermostat may begin to open from what is stamped on it, in kelvins: wax elements are sold to within two, and a sensor beside it
 * is a kelvin off easily.
 */
const TOLERANCE_K = 3;

/** Whether a test is judged by an opening point that its procedure does not state for this vehicle. */
export const wantsOpeningPoint = ({ kind, look }: Pick<Procedure, "kind" | "look">, spec: Spec | null): boolean =>
  kind === "trace" && look === "warm-up" && spec === null;

/**
 * The range in which a thermostat with this opening point begins to open.
 * @param point as stamped on it or as the maker states it; a temperature
 */
export function openingSpec(point: Quantity): Spec {
  const { value } = convert(point, "degC");
  return {
    kind: "range",
    low: { value: value - TOLERANCE_K, unit: "degC" },
    high: { value: value + TOLERANCE_K, unit: "degC" },
  };
}
