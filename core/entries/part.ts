import { lowerFirst, type Labels } from "@/core/words";
import type { Money } from "@/core/book";
import type { PartResult, PartSource } from "@/core/job";
import type { PartFact } from "./record";
import { at, shorten } from "./wording";
import { originOf, type EntryRule, type HeldEntry } from "./rule";

/** A part fitted or repaired. */
export interface PartBody {
  readonly kind: "part";
  readonly component: string;
  readonly failure: string | null;
  readonly place?: string | null;
  readonly partNumber: string | null;
  readonly source: PartSource;
  /** Whose part it is, where not the vehicle maker's. */
  readonly maker?: string | null;
  readonly cost: Money;
  /** null until it was tried. */
  readonly result: PartResult | null;
  /** It brings the vehicle home, and is no repair. */
  readonly getHome?: boolean;
}

/** How a technician names where a part came from. */
export const PART_SOURCE_WORDS: Record<PartSource, string> = {
  "new-maker": "new, from the maker",
  "new-other": "new, from another maker",
  used: "used",
  rebuilt: "rebuilt",
  repaired: "the old one, repaired or cleaned",
};

export const PART_RESULT_WORDS: Record<PartResult, string> = {
  fixed: "cured it",
  partly: "it was bad, more is wrong",
  "no-change": "no change",
};

function factOf({ position, minutes, body }: HeldEntry<PartBody>): PartFact {
  const { component, failure, place = null, partNumber, source, cost, result, getHome = false } = body;
  const resultSeq = result === null ? null : position;
  return { component, failure, place, partNumber, source, minutes, cost, result, resultSeq, getHome };
}

function partText(labels: Labels, body: PartBody): string {
  const { component, place, partNumber, maker, source, result, getHome } = body;
  const named = [maker, partNumber].filter(Boolean).join(" ");
  const number = named ? ` (${named})` : "";
  const done = getHome ? "made to get home" : source === "repaired" ? "repaired" : "fitted";
  return `${labels.component(component)} ${done}${at(place)}${number}: ${result ? PART_RESULT_WORDS[result] : "not tried yet"}`;
}

export const part: EntryRule<PartBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ parts }, entry) => ({ parts: [...parts, { ...originOf(entry), ...factOf(entry) }] }),
  line: partText,
  short: (labels, { component }) => shorten(`${lowerFirst(labels.component(component))} fitted`),
};
