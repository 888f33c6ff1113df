import { lowerFirst } from "@/core/words";
import type { PartResult } from "@/core/job";
import { PART_RESULT_WORDS } from "./part";
import { shorten } from "./wording";
import type { EntryRule } from "./rule";

/** What came of a part that had not been tried when it was fitted. */
export interface PartResultBody {
  readonly kind: "part-result";
  readonly partSeq: number;
  readonly component: string;
  readonly result: PartResult;
}

export const partResult: EntryRule<PartResultBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ parts }, { position, body: { partSeq, result }, placeOf }) => ({
    parts: parts.map((part) => (part.position === placeOf(partSeq) ? { ...part, result, resultSeq: position } : part)),
  }),
  line: (labels, { component, result }) => `${labels.component(component)}: ${PART_RESULT_WORDS[result]}`,
  short: (labels, { component }) => shorten(`${lowerFirst(labels.component(component))} tried`),
};
