/** How a repair was done: a part fitted, or without one. */
export const HOWS = ["fitted", "reseated", "tightened", "cleaned", "filled", "adjusted"] as const;
export type How = (typeof HOWS)[number];

/** What goes with a repair: a part to renew since it holds once, work to do, a screw to tighten, a value to teach, a wait that
 * the system needs. */
export const COMPANION_KINDS = ["renew", "do", "tighten", "code", "wait"] as const;
export type CompanionKind = (typeof COMPANION_KINDS)[number];

export interface Companion {
  readonly kind: CompanionKind;
  readonly what: string;
  /** As its source writes it: "22 N.m + 90°", "class 7"; null where there is none. */
  readonly value: string | null;
  /** Where the value is from; null: it is to be checked. */
  readonly source: string | null;
}

/** A companion on a job, in the order in which it is done. */
export interface CheckOff extends Companion {
  readonly done: boolean;
}

/** A revision of a part, and those that may run beside it; others may not. */
export interface MixingRule {
  readonly revision: string;
  readonly runsWith: readonly string[];
}

/** A value by place: a serial number, an injector's class, what was coded. */
export interface PlacedValue {
  readonly place: string | null;
  readonly name: string;
  readonly value: string;
}

/** All that is noted of a repair beside its part, its price and its result. */
export interface RepairWork {
  readonly how: How;
  readonly revision: string | null;
  readonly values: readonly PlacedValue[];
  readonly oldPartKept: boolean;
  /** The mark by which the improved part is known; null where it is none. */
  readonly improved: string | null;
  /** Why it was fitted though no test points to it; null where one does. */
  readonly judgement: string | null;
  /** The symptoms that are gone with it; null where nobody parted them. */
  readonly cures: readonly string[] | null;
  readonly checkOffs: readonly CheckOff[];
  /** The rules of the book at the time, and what runs at the other places. */
  readonly mixing: readonly MixingRule[];
  readonly beside: readonly { readonly place: string; readonly revision: string }[];
}

export const NO_WORK: RepairWork = {
  how: "fitted",
  revision: null,
  values: [],
  oldPartKept: false,
  improved: null,
  judgement: null,
  cures: null,
  checkOffs: [],
  mixing: [],
  beside: [],
};

/** A value that nobody can say where it is from: it is marked wherever it shows. */
export const isUnchecked = ({ value, source }: Companion): boolean => value !== null && source === null;

/** The same check-offs with some of them done, or with where their value is from. */
export function checkedOff(
  all: readonly CheckOff[],
  checks: readonly { readonly what: string; readonly done: boolean; readonly source: string | null }[],
): readonly CheckOff[] {
  return all.map((each) => {
    const check = checks.find(({ what }) => what === each.what);
    return check ? { ...each, done: check.done, source: check.source ?? each.source } : each;
  });
}
