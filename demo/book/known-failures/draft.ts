import type { Applies, Pattern } from "@/core/book";
import { EVERY_VEHICLE, NO_DETAILS, type Details, type KnownFailure } from "@/core/known-failures";
import { SHOP } from "../../world";

interface Draft {
  readonly key: string;
  readonly title: string;
  /** "component/failure"; null where nobody has explained it yet. */
  readonly cause: string | null;
  readonly evidence: Extract<Pattern["evidence"], "hearsay" | "bulletin">;
  readonly applies: Partial<Applies>;
  readonly km?: readonly [number, number];
  readonly symptoms: readonly string[];
  readonly conditions?: readonly string[];
  readonly codes?: readonly string[];
  readonly confirmBy?: string;
  readonly note: string;
  readonly details?: Partial<Details>;
  readonly proposed?: boolean;
}

export function known(draft: Draft): KnownFailure {
  const { key, title, cause, evidence, applies, km, symptoms, conditions, codes, confirmBy, note, details } = draft;
  const [component = null, failure = null] = cause?.split("/") ?? [];
  return {
    key,
    title,
    component,
    failure,
    place: null,
    applies: { ...EVERY_VEHICLE, ...applies },
    odometerKm: km ?? null,
    evidence,
    symptoms,
    conditions: conditions ?? [],
    codes: codes ?? [],
    confirmBy: confirmBy ?? null,
    note,
    details: { ...NO_DETAILS, ...details },
    proposed: draft.proposed ?? false,
    withdrawnReason: null,
  };
}

export const parts = (amount: number) => ({ amount, currency: SHOP.currency });
