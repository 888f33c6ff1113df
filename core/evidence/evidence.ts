import type { EffectKind, Count, Pattern } from "@/core/book";
import type { RepairTried, PresentFeature, PriorWork } from "@/core/case";
import type { GroupKey } from "@/core/vehicle";

/** Where a prior comes from, for the sentence: the narrowest group in which the cause was seen, and patterns that apply. */
export interface PriorReason {
  readonly group: GroupKey;
  readonly seen: Count;
  readonly of: Count;
  readonly patterns: readonly Pattern[];
  /** The earlier work that brings this suspect with it. */
  readonly work: PriorWork | null;
}

/** What kind of thing speaks, with what its sentence needs. */
export type EvidenceSource =
  | { readonly kind: "prior"; readonly reason: PriorReason }
  | { readonly kind: "feature"; readonly feature: PresentFeature; readonly seen: number; readonly of: number }
  | { readonly kind: "untold"; readonly feature: PresentFeature; readonly seen: number; readonly of: number }
  | { readonly kind: "denied"; readonly condition: string; readonly seen: number; readonly of: number }
  | {
      readonly kind: "absent-code";
      readonly code: string;
      readonly module: string;
      readonly seen: number;
      readonly of: number;
    }
  | {
      readonly kind: "test";
      readonly title: string;
      readonly outcome: string;
      readonly effect: EffectKind | null;
      readonly seen: number;
      readonly of: number;
    }
  | {
      readonly kind: "tried";
      readonly component: string;
      readonly result: RepairTried["result"];
      /** It was no repair, and only brought the vehicle home. */
      readonly getHome?: boolean;
    }
  /** A technician suspects it, or measured at the part itself. */
  | { readonly kind: "named"; readonly how: "named" | "proved" };

/** One reason for or against a suspect: `weight` in nats of log odds, positive for. */
export interface Reason {
  readonly source: EvidenceSource;
  readonly weight: number;
}

/** One piece of evidence as it speaks to every hypothesis, by its place (`places.ts`). */
export interface Evidence {
  /** Nats: the log of its likelihood with each hypothesis against the base rate. */
  readonly weights: Float64Array;
  /** How likely it is with each hypothesis, and on the whole: what two causes together show is made of these. */
  readonly rates: Float64Array | null;
  readonly base: number;
  /** It is what shows where nothing is wrong, so that each of two causes has to leave it so; else either of them may bring it. */
  readonly quiet: boolean;
  /** What turns a log likelihood ratio of these rates into nats here: less than one where others say the same. */
  readonly strength: number;
  /** How many of the repairs tried were done before it was seen: a cause that they took away cannot show in it. */
  readonly after: number;
  /** Which of the repairs tried it is; null where it is none. */
  readonly repair: number | null;
  /** What its sentence needs, for the cause at a place; null where it says nothing of that cause. */
  source(at: number): EvidenceSource | null;
}
