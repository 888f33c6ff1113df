import { causeName, lowerFirst, type Labels } from "@/core/words";
import type { Finding } from "@/core/job";
import { at, note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** The cause; or that there is none, or that it was not found. */
export interface FindingBody extends Finding {
  readonly kind: "finding";
  readonly why: string;
  /** What the desk tells the customer, where there was no fault. */
  readonly tellCustomer?: string | null;
}

export const FINDING_WORDS = {
  "root-cause": "Root cause",
  "no-fault-found": "No fault found",
  unresolved: "Not solved",
} as const;

function findingText(labels: Labels, { result, causes, why }: FindingBody): string {
  const named = causes.map((cause) => lowerFirst(causeName(labels, cause)) + at(cause.place)).join(" and ");
  return `${FINDING_WORDS[result]}${named ? `: ${named}` : ""}${note(why)}`;
}

export const finding: EntryRule<FindingBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: (_, entry) => {
    const { result, causes } = entry.body;
    return { finding: { ...originOf(entry), result, causes } };
  },
  line: findingText,
  short: (_, { result }) => (result === "root-cause" ? "cause named" : lowerFirst(FINDING_WORDS[result])),
  details: ({ tellCustomer }) => (tellCustomer ? [`To the customer: ${tellCustomer}`] : []),
};
