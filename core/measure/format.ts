import { exhaustive } from "@/core/exhaustive";
import type { Judgement } from "./judge";
import type { Quantity } from "./quantity";
import type { Reading, Spec } from "./spec";
import type { Unit } from "./units";

const SYMBOLS: Partial<Record<Unit, string>> = {
  ohm: "Ω",
  kohm: "kΩ",
  Mohm: "MΩ",
  degC: "°C",
  degF: "°F",
  "N.m": "N·m",
  "lbf.ft": "lbf·ft",
  mm2: "mm²",
  "of-ten": "of ten",
};

/** A unit as people write it: "Ω", "°C". */
export function unitSymbol(unit: Unit): string {
  return SYMBOLS[unit] ?? unit;
}

/** A number to four significant digits without an exponent, trailing zeros dropped: 880, 0.0125, 12.43. */
export function formatNumber(value: number): string {
  if (value === 0) return "0";
  const digits = Math.max(0, 3 - Math.floor(Math.log10(Math.abs(value))));
  const text = value.toFixed(Math.min(digits, 12));
  return text.includes(".") ? text.replace(/\.?0+$/, "") : text;
}

/** "880 Ω" */
export function formatQuantity({ value, unit }: Quantity): string {
  return `${formatNumber(value)} ${unitSymbol(unit)}`;
}

/** A reading as people write it: "880 Ω", "open circuit". */
export function formatReading(reading: Reading): string {
  return "open" in reading ? "open circuit" : formatQuantity(reading);
}

/** What a spec asks for, in a few words: "600 to 1200 Ω", "at most 0.5 V below the battery". */
export function formatSpec(spec: Spec): string {
  const at = spec.at ? ` at ${formatQuantity(spec.at)}` : "";
  switch (spec.kind) {
    case "range":
      return formatBand(spec.low ?? null, spec.high ?? null) + at;
    case "nominal": {
      const tolerance = spec.tolerance
        ? formatQuantity(spec.tolerance)
        : `${formatNumber(spec.tolerancePercent ?? 0)} %`;
      return `${formatQuantity(spec.nominal)} ± ${tolerance}${at}`;
    }
    case "supply":
      return `at most ${formatQuantity(spec.maxDrop)} below the battery`;
    default:
      return exhaustive(spec, "formatSpec");
  }
}

function formatBand(low: Quantity | null, high: Quantity | null): string {
  if (low && high && low.unit === high.unit)
    return `${formatNumber(low.value)} to ${formatNumber(high.value)} ${unitSymbol(high.unit)}`;
  if (low && high) return `${formatQuantity(low)} to ${formatQuantity(high)}`;
  if (low) return `at least ${formatQuantity(low)}`;
  return high ? `at most ${formatQuantity(high)}` : "no limits";
}

/** The sentence that goes with a verdict; of a supply it speaks of the drop, which is what was judged. */
export function explainJudgement({ reason, value, low, high }: Judgement, spec: Spec | null = null): string {
  const read = value ? `${spec?.kind === "supply" ? "The drop of " : ""}${formatQuantity(value)}` : "";
  const band = formatBand(low, high);
  switch (reason) {
    case "inside":
      return `${read} lies within ${band}.`;
    case "below":
      return `${read} lies below ${low ? formatQuantity(low) : band}.`;
    case "above":
      return `${read} lies above ${high ? formatQuantity(high) : band}.`;
    case "uncertain":
      return `${read} is too close to the limit for this instrument: ${band}.`;
    case "open-circuit":
      return `Open circuit where ${band} is wanted.`;
    case "open-insulation":
      return `No continuity: the insulation holds, ${band} is wanted.`;
    case "open-meaningless":
      return "An open circuit says nothing about this value; take the reading again.";
    case "no-supply":
      return "The battery was not measured at the same time; measure it and judge again.";
    case "supply-low":
      return "The battery itself is too low to judge by; charge it and measure again.";
    case "above-supply":
      return `The reading lies above the battery by ${formatNumber(-(value?.value ?? 0))} ${value?.unit ?? "V"}; check the meter and both points.`;
    case "no-temperature":
      return "The part's temperature is missing; the spec changes with it.";
    default:
      return exhaustive(reason, "explainJudgement");
  }
}
