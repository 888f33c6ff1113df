import { wilson, type Interval } from "@/core/statistics";
import type { Cause, Money } from "@/core/book";
import type { PartSource } from "./sources";
import type { Companion, MixingRule } from "./work";

/** The ways to go about a cause. */
export const OPTION_KINDS = [
  "part",
  "assembly",
  "used",
  "rebuilt",
  "other-maker",
  "without-part",
  "recall",
  "get-home",
  "defer",
] as const;
export type OptionKind = (typeof OPTION_KINDS)[number];

/** Whether it is to be had: on the shelf, after some days, no more, by the vehicle's VIN only, or by those alone who may order it. */
export const AVAILABILITIES = ["stock", "days", "gone", "vin-only", "restricted"] as const;
export type Availability = (typeof AVAILABILITIES)[number];

/** A way to repair a cause, as the book holds it. */
export interface RepairOption {
  readonly kind: OptionKind;
  readonly title: string;
  readonly price: Money;
  /** The work itself, without getting there. */
  readonly minutes: number;
  readonly availability: Availability;
  /** Where it takes days. */
  readonly days: number | null;
  /** Km that it is expected to last; null where nobody knows. */
  readonly lifeKm: number | null;
  readonly note: string;
}

/** What the book holds of a cause's repair beside its time and price. */
export interface RepairSheet extends Cause {
  readonly options: readonly RepairOption[];
  readonly companions: readonly Companion[];
  readonly mixing: readonly MixingRule[];
  readonly note: string;
}

/** How parts from one source fared here. */
export interface SourceRecord {
  readonly source: PartSource;
  readonly fitted: number;
  readonly cameBack: number;
}

/** An option with what it costs on this job. */
export interface CostedOption extends RepairOption {
  /** With getting there, where that is not open yet. */
  readonly allMinutes: number;
  /** Work and parts, at the shop's rate. */
  readonly cost: number;
  /** What the shop's own record says of parts from there; null where it has none. */
  readonly record: (SourceRecord & { readonly share: Interval }) | null;
}

const SOURCE_OF: Readonly<Record<OptionKind, PartSource | null>> = {
  part: "new-maker",
  assembly: "new-maker",
  used: "used",
  rebuilt: "rebuilt",
  "other-maker": "new-other",
  "without-part": "repaired",
  recall: "new-maker",
  "get-home": null,
  defer: null,
};

/** The source that a part of this option is from; null where it brings none. */
export const sourceOfOption = (kind: OptionKind): PartSource | null => SOURCE_OF[kind];

/** Where 95 in 100 such intervals hold the true share. */
const CONFIDENCE = 0.95;

/**
 * The options with what each costs here, the cheapest first; what costs nothing, or is no repair, comes after those that are.
 * @param accessMinutes to get there; 0 where it is open already
 * @param ratePerHour of work, in the currency of the prices
 */
export function costOptions(
  options: readonly RepairOption[],
  records: readonly SourceRecord[],
  { accessMinutes, ratePerHour }: { readonly accessMinutes: number; readonly ratePerHour: number },
): readonly CostedOption[] {
  const costed = options.map((option): CostedOption => {
    const isWork = option.kind !== "defer";
    const allMinutes = isWork ? option.minutes + accessMinutes : 0;
    const record = records.find(({ source }) => source === SOURCE_OF[option.kind]);
    return {
      ...option,
      allMinutes,
      cost: option.price.amount + (allMinutes / 60) * ratePerHour,
      record: record?.fitted ? { ...record, share: wilson(record.cameBack, record.fitted, CONFIDENCE) } : null,
    };
  });
  const isRepair = ({ kind }: RepairOption) => (kind === "get-home" || kind === "defer" ? 1 : 0);
  return costed.sort((a, b) => isRepair(a) - isRepair(b) || a.cost - b.cost);
}
