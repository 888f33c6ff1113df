import { definitionOf, dimensionOf, type Unit } from "./units";

/** A value with its unit: half of it alone is never a reading. `value` is finite. */
export interface Quantity {
  readonly value: number;
  readonly unit: Unit;
}

/** Whether two units can be compared. */
export function sameDimension(a: Unit, b: Unit): boolean {
  return dimensionOf(a) === dimensionOf(b);
}

/**
 * The same point on the scale in another unit: 20 degC is 68 degF.
 * @throws Error where the units measure different things: callers check with `sameDimension` first
 */
export function convert(quantity: Quantity, unit: Unit): Quantity {
  requireSame(quantity.unit, unit);
  if (quantity.unit === unit) return quantity;
  const from = definitionOf(quantity.unit);
  const to = definitionOf(unit);
  const base = quantity.value * from.factor + (from.zero ?? 0);
  return { value: (base - (to.zero ?? 0)) / to.factor, unit };
}

/**
 * The same *difference* in another unit: 9 degF is 5 K, whatever the zero of the scale.
 * @throws Error where the units measure different things
 */
export function convertDifference(quantity: Quantity, unit: Unit): Quantity {
  requireSame(quantity.unit, unit);
  if (quantity.unit === unit) return quantity;
  return { value: (quantity.value * definitionOf(quantity.unit).factor) / definitionOf(unit).factor, unit };
}

/** Whether a temperature lies below absolute zero; false for every other quantity. */
export function colderThanAbsoluteZero(quantity: Quantity): boolean {
  const { factor, zero } = definitionOf(quantity.unit);
  if (zero === undefined) return false;
  return quantity.value * factor + zero < -ROUNDING_KELVIN;
}

/** -459.67 degF is absolute zero, but not to the last bit. */
const ROUNDING_KELVIN = 1e-9;

function requireSame(a: Unit, b: Unit): void {
  if (!sameDimension(a, b)) throw new Error(`convert: ${a} and ${b} measure different things`);
}
