import { lowerFirst } from "@/core/words";
import type { PartResult } from "@/core/job";
import { NO_WORK } from "@/core/repair";
import { curedText, partResultText } from "./part";
import { shorten } from "./wording";
import type { EntryRule } from "./rule";

/** What came of a part that had not been tried when it was fitted. */
export interface PartResultBody {
  readonly kind: "part-result";
  readonly partSeq: number;
  readonly component: string;
  readonly result: PartResult;
  /** The symptoms that are gone with it; left out or null where nobody parted them. */
  readonly cures?: readonly string[] | null;
  /** The part only brings the vehicle home. */
  readonly getHome?: boolean;
}

export const partResult: EntryRule<PartResultBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ parts }, { position, body: { partSeq, result, cures = null }, placeOf }) => ({
    parts: parts.map((part) => {
      if (part.position !== placeOf(partSeq)) return part;
      const work = cures ? { ...(part.work ?? NO_WORK), cures } : (part.work ?? null);
      return { ...part, result, resultSeq: position, work };
    }),
  }),
  line: (labels, { component, result, getHome, cures = null }) =>
    `${labels.component(component)}: ${partResultText({ result, getHome })}${curedText(labels, cures && { ...NO_WORK, cures })}`,
  short: (labels, { component }) => shorten(`${lowerFirst(labels.component(component))} tried`),
};
