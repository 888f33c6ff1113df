import { lowerFirst } from "@/core/words";
import { checkedOff } from "@/core/repair";
import { shorten } from "./wording";
import type { EntryRule } from "./rule";

/** What goes with a repair was done, or it was found where a value of it is from. */
export interface CheckOffBody {
  readonly kind: "check-off";
  readonly partSeq: number;
  readonly component: string;
  readonly checks: readonly { readonly what: string; readonly done: boolean; readonly source: string | null }[];
}

export const checkOff: EntryRule<CheckOffBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ parts }, { body: { partSeq, checks }, placeOf }) => ({
    parts: parts.map((part) =>
      part.position === placeOf(partSeq) && part.work
        ? { ...part, work: { ...part.work, checkOffs: checkedOff(part.work.checkOffs, checks) } }
        : part,
    ),
  }),
  line: (labels, { component, checks }) =>
    `${labels.component(component)}, with it: ${checks.map(({ what, done, source }) => `${lowerFirst(what)} ${done ? "done" : "open"}${source ? ` by ${source}` : ""}`).join("; ")}`,
  short: (labels, { component }) => shorten(`${lowerFirst(labels.component(component))} checked off`),
};
