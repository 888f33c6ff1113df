import { lowerFirst, type Labels } from "@/core/words";
import type { Money } from "@/core/book";
import type { PartResult } from "@/core/job";
import type { PartSource } from "@/core/repair";
import type { PartFact } from "./record";
import { isUnchecked, type Companion, type CompanionKind, type How, type RepairWork } from "@/core/repair";
import { at, shorten, withoutStop } from "./wording";
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
  readonly work?: RepairWork | null;
}

/** What is to be done with what goes with a repair. */
export const COMPANION_WORDS: Readonly<Record<CompanionKind, string>> = {
  renew: "to renew",
  do: "to do",
  tighten: "to tighten",
  code: "to code or teach",
  wait: "to wait for",
};

/** What was done, as a trail says it. */
export const HOW_WORDS: Record<How, string> = {
  fitted: "fitted",
  reseated: "pushed home",
  tightened: "tightened",
  cleaned: "cleaned",
  filled: "filled up",
  adjusted: "adjusted",
};

/** How a technician names where a part came from. */
export const PART_SOURCE_WORDS: Record<PartSource, string> = {
  "new-maker": "new, from the maker",
  "new-other": "new, from another maker",
  used: "used",
  rebuilt: "rebuilt",
  repaired: "the old one, repaired or cleaned",
};

const REPAIR_RESULT_WORDS: Record<PartResult, string> = {
  fixed: "cured it",
  partly: "it was bad, more is wrong",
  "no-change": "no change",
};

/** Of what only brings the vehicle home: nothing is cured by it. */
const GET_HOME_RESULT_WORDS: Record<PartResult, string> = {
  fixed: "the fault is gone while it holds",
  partly: "it helps, the fault is not all gone",
  "no-change": "no change",
};

/** What came of a repair, or of what only brings the vehicle home: "cured it". */
export function partResultText({
  result,
  getHome = false,
}: {
  result: PartResult | null;
  getHome?: boolean | undefined;
}): string {
  if (result === null) return "not tried yet";
  return (getHome ? GET_HOME_RESULT_WORDS : REPAIR_RESULT_WORDS)[result];
}

function factOf({ position, minutes, body }: HeldEntry<PartBody>): PartFact {
  const { component, failure, place = null, partNumber, source, cost, result, getHome = false, work = null } = body;
  const resultSeq = result === null ? null : position;
  return { component, failure, place, partNumber, source, minutes, cost, result, resultSeq, getHome, work };
}

function partText(labels: Labels, body: PartBody): string {
  const { component, place, partNumber, maker, work } = body;
  const named = [maker, partNumber].filter(Boolean).join(" ");
  const number = named ? ` (${named})` : "";
  return `${labels.component(component)} ${doneWords(body)}${at(place)}${number}: ${partResultText(body)}${curedText(labels, work)}`;
}

function doneWords({ getHome, source, work }: PartBody): string {
  if (getHome) return "made to get home";
  if (work && work.how !== "fitted") return HOW_WORDS[work.how];
  return source === "repaired" ? "repaired" : work?.judgement ? "fitted on judgement" : "fitted";
}

/** Which complaint is gone with it, where it is not all of them. */
export function curedText(labels: Labels, work: RepairWork | null | undefined): string {
  const cures = work?.cures ?? null;
  return cures
    ? ` (${cures.length ? cures.map((key) => lowerFirst(labels.symptom(key))).join(", ") : "none"} gone)`
    : "";
}

function workDetails({ work }: PartBody): readonly string[] {
  if (!work) return [];
  const { revision, values, improved, oldPartKept, judgement, checkOffs } = work;
  const checks = checkOffs.map((each) => `${each.done ? "Done" : "Open"}: ${companionText(each)}`);
  return [
    ...(revision ? [`Revision ${revision}`] : []),
    ...values.map(({ place, name, value }) => `${place ? `${place}, ` : ""}${name}: ${value}`),
    ...(improved ? [`Improved part, known by: ${improved}`] : []),
    ...(oldPartKept ? ["The old part is kept"] : []),
    ...(judgement ? [`On judgement: ${withoutStop(judgement)}`] : []),
    ...checks,
  ];
}

/** "Hub bolts, 45 N.m + 90° (maker's sheet)"; a value from nowhere is marked. */
export function companionText(companion: Companion): string {
  const { what, value, source } = companion;
  if (value === null) return what;
  return `${what}, ${value} (${isUnchecked(companion) ? "to be checked" : source})`;
}

export const part: EntryRule<PartBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ parts }, entry) => ({ parts: [...parts, { ...originOf(entry), ...factOf(entry) }] }),
  line: partText,
  short: (labels, body) => shorten(`${lowerFirst(labels.component(body.component))} ${doneWords(body)}`),
  details: workDetails,
};
