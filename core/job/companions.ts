import type { CompanionKind } from "@/core/repair";
import type { JobFacts } from "./job";

export interface OpenCompanion {
  readonly seq: number;
  readonly component: string;
  readonly what: string;
  readonly kind: CompanionKind;
}

/** What goes with parts that stayed in and is not done yet, in its order. */
export function openCompanions(parts: JobFacts["parts"]): readonly OpenCompanion[] {
  return parts.flatMap(({ seq, component, work, getHome }) =>
    getHome
      ? []
      : (work?.checkOffs ?? []).flatMap(({ what, kind, done }) => (done ? [] : [{ seq, component, what, kind }])),
  );
}

/** Waits that the system needs after a repair and that nobody has waited yet: before them no try proves anything. */
export function openWaits(parts: JobFacts["parts"]): readonly string[] {
  return [...new Set(openCompanions(parts).flatMap(({ what, kind }) => (kind === "wait" ? what : [])))];
}
