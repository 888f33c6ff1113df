import { causeName, lowerFirst, type Labels } from "@/core/words";
import type { Finding, LeftState, Missing, Reason, ReasonState } from "@/core/job";
import { at, note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** The cause; or that there is none, or that it was not found. */
export interface FindingBody extends Finding {
  readonly kind: "finding";
  readonly why: string;
  /** What the desk tells the customer, where there was no fault. */
  readonly tellCustomer?: string | null;
  /** What was lacking, where it was not solved. */
  readonly missing?: readonly Missing[];
  /** Who takes it from here, where it was not solved: a person, another shop. */
  readonly takes?: string | null;
}

export const FINDING_WORDS = {
  "root-cause": "Root cause",
  "no-fault-found": "No fault found",
  unresolved: "Not solved",
} as const;

export const REASON_WORDS: Record<ReasonState, string> = {
  found: "what made it fail",
  "not-found": "what made it fail was looked for and not found",
  "not-looked": "what made it fail was not looked for",
};

export const LEFT_WORDS: Record<LeftState, string> = {
  open: "still open",
  deferred: "put off",
  refused: "refused by the customer",
};

export const MISSING_WORDS: Record<Missing, string> = {
  tool: "a tool",
  part: "a part",
  right: "a right or a licence",
  information: "information",
  colleague: "a colleague who knows it",
};

function findingText(
  labels: Labels,
  { result, causes, why, left = [], missing = [], takes = null }: FindingBody,
): string {
  const named = causes
    .map((cause) => lowerFirst(causeName(labels, cause)) + at(cause.place) + reasonText(cause.reason ?? null))
    .join(" and ");
  const leftOver = left.map(({ kind, key, state }) => {
    const name = kind === "code" ? key : lowerFirst(labels.symptom(key));
    return `${name} ${LEFT_WORDS[state]}`;
  });
  const rest = leftOver.length ? `; ${leftOver.join(", ")}` : "";
  const lacks = missing.length ? `; missing: ${missing.map((each) => MISSING_WORDS[each]).join(", ")}` : "";
  const goes = takes ? `; ${takes} takes it` : "";
  return `${FINDING_WORDS[result]}${named ? `: ${named}` : ""}${rest}${lacks}${goes}${note(why)}`;
}

function reasonText(reason: Reason | null): string {
  if (!reason) return "";
  return ` (${REASON_WORDS[reason.state]}${reason.text ? `: ${reason.text}` : ""})`;
}

export const finding: EntryRule<FindingBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: (_, entry) => {
    const { result, causes, left = [] } = entry.body;
    return { finding: { ...originOf(entry), result, causes, left } };
  },
  line: findingText,
  short: (_, { result }) => (result === "root-cause" ? "cause named" : lowerFirst(FINDING_WORDS[result])),
  details: ({ tellCustomer }) => (tellCustomer ? [`To the customer: ${tellCustomer}`] : []),
};
