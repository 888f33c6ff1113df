import type { JobFacts } from "./job";

/** What goes with parts that stayed in and is not done yet, in its order. */
export function openCompanions(
  parts: JobFacts["parts"],
): readonly { readonly seq: number; readonly component: string; readonly what: string }[] {
  return parts.flatMap(({ seq, component, work, getHome }) =>
    getHome ? [] : (work?.checkOffs ?? []).flatMap(({ what, done }) => (done ? [] : [{ seq, component, what }])),
  );
}
