import { lowerFirst, type Labels } from "@/core/words";
import type { Confirmation, ConfirmationResult } from "@/core/job";
import { note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** Whether the complaint shows itself. */
export interface ConfirmedBody extends Confirmation {
  readonly kind: "confirmed";
  readonly note: string;
}

export const CONFIRMATION_WORDS: Record<ConfirmationResult, string> = {
  reproduced: "Reproduced",
  sometimes: "Shows only sometimes",
  "not-reproduced": "Not reproduced",
};

function confirmedText(labels: Labels, { result, times, tries, conditions, note: added }: ConfirmedBody): string {
  const counted = times !== null && tries !== null ? `, ${times} of ${tries} tries` : "";
  const under = conditions.map((condition) => lowerFirst(labels.condition(condition))).join(", ");
  return `${CONFIRMATION_WORDS[result]}${counted}${under ? `: ${under}` : ""}${note(added)}`;
}

export const confirmed: EntryRule<ConfirmedBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ confirmations }, entry) => {
    const { result, times, tries, conditions } = entry.body;
    return { confirmations: [...confirmations, { ...originOf(entry), result, times, tries, conditions }] };
  },
  line: confirmedText,
  short: () => "confirmed",
};
