import type { Quantity } from "./quantity";
import type { Unit } from "./units";

interface Compensation {
  /** The temperature the values hold for. */
  readonly at?: Quantity | null;
  /** Change per kelvin as a fraction of the value at `at`: copper 0.00393. Needs `at`. */
  readonly perKelvin?: number | null;
}

export interface RangeSpec extends Compensation {
  readonly kind: "range";
  readonly low?: Quantity | null;
  readonly high?: Quantity | null;
}

export interface NominalSpec extends Compensation {
  readonly kind: "nominal";
  readonly nominal: Quantity;
  /** Half width of the band; either this or `tolerancePercent`. */
  readonly tolerance?: Quantity | null;
  readonly tolerancePercent?: number | null;
}

export interface SupplySpec extends Compensation {
  readonly kind: "supply";
  /** The largest drop allowed between the battery and the place measured. */
  readonly maxDrop: Quantity;
  /** Below this the battery itself is too flat to judge by. */
  readonly minSupply?: Quantity | null;
}

/** What a reading is judged against. */
export type Spec = RangeSpec | NominalSpec | SupplySpec;

export type Reading = Quantity | { readonly open: true };

/** An instrument's own uncertainty: a share of the reading plus a fixed amount, added straight. */
export interface Instrument {
  readonly percent?: number | null;
  readonly offset?: Quantity | null;
}

export interface JudgeContext {
  readonly temperature?: Quantity | null;
  /** At the battery, at the same moment. */
  readonly supply?: Quantity | null;
}

/** The unit in which a spec is judged: that of its low end, else of its high one; null for a range without ends. */
export function unitOfSpec(spec: Spec): Unit | null {
  if (spec.kind === "range") return (spec.low ?? spec.high)?.unit ?? null;
  return spec.kind === "nominal" ? spec.nominal.unit : spec.maxDrop.unit;
}
