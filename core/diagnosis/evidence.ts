import type { PriorReason } from "./prior";
import type { PresentFeature } from "./features";
import type { CauseKey } from "./cause";
import type { EffectKind } from "./book";
import type { FixTried } from "./case-file";

/** What kind of thing speaks, with what its sentence needs. */
export type EvidenceSource =
  | { readonly kind: "prior"; readonly reason: PriorReason }
  | { readonly kind: "feature"; readonly feature: PresentFeature; readonly seen: number; readonly of: number }
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
  | { readonly kind: "tried"; readonly component: string; readonly result: FixTried["result"] };

/** One reason for or against a suspect: `weight` in nats of log odds, positive for. */
export interface Reason {
  readonly source: EvidenceSource;
  readonly weight: number;
}

/** One piece of evidence as it speaks to every cause: the log of its likelihood against the base rate. */
export interface Evidence {
  readonly reasons: ReadonlyMap<CauseKey, Reason>;
  /** The same for a cause that is not in the book; 0 where such a cause is taken to behave like the average. */
  readonly unknown: number;
}
