import { exhaustive } from "@/core/exhaustive";
import { formatQuantity } from "./format";
import { judge, type Judgement } from "./judge";
import { convert, sameDimension, type Quantity } from "./quantity";
import type { JudgeContext, Reading, Spec } from "./spec";
import { dimensionOf, type Dimension } from "./units";

/** Something about a reading that is to be asked before it is believed. It can be right all the same. */
export type Doubt =
  | { readonly kind: "thousandfold"; readonly meant: Quantity }
  | { readonly kind: "tenfold"; readonly meant: Quantity }
  | { readonly kind: "flat-battery"; readonly supply: Quantity }
  | { readonly kind: "impossible"; readonly low: Quantity | null; readonly high: Quantity | null }
  | { readonly kind: "sides"; readonly market: string; readonly matters: string };

export interface DoubtRequest {
  readonly spec: Spec | null;
  readonly reading: Reading;
  readonly context?: JudgeContext | null;
  /** Where it was read: "rear left", "fuse 24". */
  readonly label?: string;
  /** The market the vehicle was built for, and what lies elsewhere in such ones; null where nothing is known to. */
  readonly market?: { readonly name: string; readonly matters: string } | null;
}

/** Places that change sides or numbers with the market. */
const SIDED = /\b(left|right|driver|passenger|near ?side|off ?side|fuse|lh|rh)\b/i;

/** Below this a battery starves what it feeds: about a fifth of its charge at rest (12 V lead-acid at 25 degC). */
export const FLAT_BATTERY_V = 11.8;

/** What no part of a road vehicle reads, in base units of the dimension; null where there is no such end. */
const POSSIBLE: Partial<Record<Dimension, readonly [low: number | null, high: number | null]>> = {
  resistance: [0, 1e10],
  // 800 V systems and their ripple; an ignition coil's secondary side is not measured with a meter.
  voltage: [-1000, 1000],
  current: [-2000, 2000],
  frequency: [0, 1e7],
  // A perfect vacuum by gauge; injection above 3500 bar there is none.
  pressure: [-101_325, 3.5e8],
  // Liquid air to burning soot in a filter.
  temperature: [193.15, 1673.15],
  speed: [-30, 140],
  "mass-flow": [0, 2000],
  torque: [-10_000, 10_000],
  volume: [0, 1000],
  ratio: [-1000, 1000],
  rotation: [0, 30_000],
  time: [0, null],
};

/**
 * What is doubtful about a reading: noted in the wrong prefix by the look of it, taken with a flat battery, or what no such part can
 * read. None of these is a verdict; they are asked before the reading is saved.
 */
export function doubtsOf({ spec, reading, context, label = "", market }: DoubtRequest): readonly Doubt[] {
  const sides: readonly Doubt[] =
    market?.matters && SIDED.test(label) ? [{ kind: "sides", market: market.name, matters: market.matters }] : [];
  if ("open" in reading) return sides;
  const supply = context?.supply ?? null;
  const flat =
    supply && spec?.kind !== "supply" && sameDimension(supply.unit, "V") && convert(supply, "V").value < FLAT_BATTERY_V;
  return [
    ...impossible(reading),
    ...thousandfold(spec, reading, context),
    ...(flat ? [{ kind: "flat-battery" as const, supply }] : []),
    ...sides,
  ];
}

function impossible(reading: Quantity): readonly Doubt[] {
  const ends = POSSIBLE[dimensionOf(reading.unit)];
  if (!ends) return [];
  const at = (value: number | null) => (value === null ? null : fromBase(value, reading));
  const [low, high] = [at(ends[0]), at(ends[1])];
  const outside = (low && reading.value < low.value) || (high && reading.value > high.value);
  return outside ? [{ kind: "impossible", low, high }] : [];
}

const BASES: Partial<Record<Dimension, Quantity["unit"]>> = {
  resistance: "ohm",
  voltage: "V",
  current: "A",
  frequency: "Hz",
  "mass-flow": "g/s",
  torque: "N.m",
  volume: "L",
  ratio: "%",
  rotation: "rpm",
  time: "s",
};

/** A number of base units in the unit of the reading. */
function fromBase(value: number, { unit }: Quantity): Quantity {
  const dimension = dimensionOf(unit);
  if (dimension === "pressure") return convert({ value: value / 1000, unit: "kPa" }, unit);
  if (dimension === "temperature") return convert({ value: value - 273.15, unit: "degC" }, unit);
  if (dimension === "speed") return convert({ value: value * 3.6, unit: "km/h" }, unit);
  return convert({ value, unit: BASES[dimension] ?? unit }, unit);
}

/** A part that is bad reads a few times off; a prefix that was misread hundreds of times. */
const FAR_OFF = 50;

/** A reading that fails by far, and would pass a thousand times larger or smaller, was read in another prefix. */
function thousandfold(
  spec: Spec | null,
  reading: Quantity,
  context: JudgeContext | null | undefined,
): readonly Doubt[] {
  if (!spec || spec.kind === "supply" || dimensionOf(reading.unit) === "temperature") return [];
  const judged = (value: number): Judgement | null => {
    const result = judge({ spec, reading: { ...reading, value }, context: context ?? null });
    return result.ok ? result.judgement : null;
  };
  const own = judged(reading.value);
  if (own?.verdict === "pass") return farAbove(own, reading);
  if (own?.verdict !== "fail" || !own.value) return [];
  const ten = tenfold(own, { reading, judged });
  if (ten) return [ten];
  const limit = (own.side === "low" ? own.low : own.high)?.value ?? 0;
  const off = Math.abs(own.value.value / limit);
  if (off < FAR_OFF && off > 1 / FAR_OFF) return [];
  const factor = own.side === "low" ? 1000 : 1 / 1000;
  const meant = judged(reading.value * factor);
  // Without an end on the other side anything larger passes: it has to come out near the limit.
  const near = meant?.value ? Math.abs(meant.value.value / limit) : 0;
  if (meant?.verdict !== "pass" || near > FAR_OFF || near < 1 / FAR_OFF) return [];
  return [{ kind: "thousandfold", meant: { ...reading, value: reading.value * factor } }];
}

/** So near to ten times a limit, either way, a point was left out or put in the wrong place. */
const TENFOLD: readonly [number, number] = [4, 14];

interface Again {
  readonly reading: Quantity;
  readonly judged: (value: number) => Judgement | null;
}

/**
 * A reading that fails by about ten times, and would pass with its point one place to the side. Only where the spec has two ends: with one alone
 * every bad contact would be asked about.
 */
function tenfold({ side, low, high, value }: Judgement, { reading, judged }: Again): Doubt | null {
  if (!low || !high) return null;
  const limit = (side === "low" ? low : high).value;
  const off = limit && value ? Math.abs(value.value / limit) : 0;
  const times = off < 1 ? 1 / off : off;
  if (!Number.isFinite(times) || times < TENFOLD[0] || times > TENFOLD[1]) return null;
  const meant = { ...reading, value: side === "low" ? reading.value * 10 : reading.value / 10 };
  return judged(meant.value)?.verdict === "pass" ? { kind: "tenfold", meant } : null;
}

/** A reading that passes because there is no end on its side, and lies a thousand times from the end that there is, by the look of it. */
function farAbove({ low, high, value }: Judgement, reading: Quantity): readonly Doubt[] {
  const [end, factor] = low && !high ? [low, 1 / 1000] : high && !low ? [high, 1000] : [null, 1];
  if (!end || !value || !end.value || !value.value) return [];
  const near = Math.abs((value.value * factor) / end.value);
  return near > 1 / NEAR_END && near < NEAR_END
    ? [{ kind: "thousandfold", meant: { ...reading, value: reading.value * factor } }]
    : [];
}

/** A part that is good reads within so many times of the one end that its spec names. */
const NEAR_END = 2;

/** What is asked about a doubt, in one sentence. */
export function doubtText(doubt: Doubt): string {
  switch (doubt.kind) {
    case "thousandfold":
      return `It is a thousand times out: was ${formatQuantity(doubt.meant)} meant?`;
    case "tenfold":
      return `It is ten times out: was ${formatQuantity(doubt.meant)} meant?`;
    case "flat-battery":
      return `The battery had only ${formatQuantity(doubt.supply)}: what it feeds cannot be believed.`;
    case "sides":
      return `This one was built for ${doubt.market}, and there it lies elsewhere: ${doubt.matters} Was it the right one?`;
    case "impossible":
      return `No such part reads ${doubt.high ? `more than ${formatQuantity(doubt.high)}` : "this"}${doubt.low ? ` or less than ${formatQuantity(doubt.low)}` : ""}.`;
    default:
      return exhaustive(doubt, "doubtText");
  }
}
