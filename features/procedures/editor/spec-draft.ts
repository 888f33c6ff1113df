import { exhaustive } from "@/core/exhaustive";
import { formatNumber, readNumber, readReading, unitOfSpec, type Quantity, type Spec, type Unit } from "@/core/measure";

/** A spec while it is written: everything is text. */
export interface SpecDraft {
  readonly kind: "none" | Spec["kind"];
  readonly unit: Unit;
  readonly low: string;
  readonly high: string;
  readonly nominal: string;
  readonly tolerance: string;
  readonly toleranceIn: "unit" | "percent";
  readonly maxDrop: string;
  readonly minSupply: string;
  readonly atC: string;
  readonly perKelvin: string;
}

const EMPTY: SpecDraft = {
  kind: "none",
  unit: "ohm",
  low: "",
  high: "",
  nominal: "",
  tolerance: "",
  toleranceIn: "unit",
  maxDrop: "",
  minSupply: "",
  atC: "",
  perKelvin: "",
};

const text = (quantity: Quantity | null | undefined) => (quantity ? formatNumber(quantity.value) : "");

export function specDraft(spec: Spec | null): SpecDraft {
  if (!spec) return EMPTY;
  const common = {
    ...EMPTY,
    kind: spec.kind,
    unit: unitOfSpec(spec) ?? "ohm",
    atC: text(spec.at),
    perKelvin: spec.perKelvin === undefined || spec.perKelvin === null ? "" : String(spec.perKelvin),
  };
  switch (spec.kind) {
    case "range":
      return { ...common, low: text(spec.low), high: text(spec.high) };
    case "nominal": {
      const percent = spec.tolerancePercent ?? null;
      return {
        ...common,
        nominal: text(spec.nominal),
        tolerance: percent === null ? text(spec.tolerance) : String(percent),
        toleranceIn: percent === null ? "unit" : "percent",
      };
    }
    case "supply":
      return { ...common, maxDrop: text(spec.maxDrop), minSupply: text(spec.minSupply) };
    default:
      return exhaustive(spec, "specDraft");
  }
}

/** What was written as it is sent; what is no number goes as it stands, so that the server's word on it names its place. */
export function specOf(draft: SpecDraft): unknown {
  const { kind, unit } = draft;
  const at = draft.atC.trim() ? { at: quantity(draft.atC, "degC") } : {};
  const slope = draft.perKelvin.trim() ? { perKelvin: readNumber(draft.perKelvin) ?? draft.perKelvin } : {};
  switch (kind) {
    case "none":
      return null;
    case "range":
      return { kind, low: quantity(draft.low, unit), high: quantity(draft.high, unit), ...at, ...slope };
    case "nominal":
      return {
        kind,
        nominal: quantity(draft.nominal, unit),
        ...(draft.toleranceIn === "percent"
          ? { tolerancePercent: readNumber(draft.tolerance) ?? draft.tolerance }
          : { tolerance: quantity(draft.tolerance, unit) }),
        ...at,
        ...slope,
      };
    case "supply":
      return { kind, maxDrop: quantity(draft.maxDrop, "V"), minSupply: quantity(draft.minSupply, "V") };
    default:
      return exhaustive(kind, "specOf");
  }
}

function quantity(written: string, unit: Unit): unknown {
  if (!written.trim()) return null;
  const reading = readReading(written, unit);
  return reading && !("open" in reading) ? reading : { value: written, unit };
}
