import { lowerFirst, priorWorkText } from "@/core/words";
import type { PriorWork } from "@/core/case";
import { note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** What was done to the vehicle before it came in. */
export interface PriorWorkBody extends Omit<PriorWork, "system"> {
  readonly kind: "prior-work";
  readonly note: string;
  /** Whose part was fitted, where that is known. */
  readonly maker?: string | null;
}

export const priorWork: EntryRule<PriorWorkBody> = {
  right: "job.complaint",
  onClosed: false,
  stays: null,
  adds: ({ priorWork: before }, entry) => {
    const { component, work, who, recency } = entry.body;
    return { priorWork: [...before, { ...originOf(entry), component, work, who, recency }] };
  },
  line: (labels, body) =>
    `Done before: ${lowerFirst(priorWorkText(labels, body))}${body.maker ? `, part by ${body.maker}` : ""}${note(body.note)}`,
  short: () => "done before",
};
