import { causeName, lowerFirst } from "@/core/words";
import type { Cause } from "@/core/book";
import type { OptionKind } from "@/core/repair";
import { note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** The way that was chosen for a cause, why, and what was refused. */
export interface RepairChoiceBody {
  readonly kind: "repair-choice";
  readonly cause: Cause;
  readonly option: OptionKind;
  readonly title: string;
  readonly reason: string;
  readonly refused: readonly { readonly title: string; readonly why: string }[];
}

export const repairChoice: EntryRule<RepairChoiceBody> = {
  right: "job.complaint",
  onClosed: false,
  stays: null,
  adds: ({ choices }, entry) => {
    const { cause, option, title, reason, refused } = entry.body;
    const others = choices.filter(
      (each) => each.cause.component !== cause.component || each.cause.failure !== cause.failure,
    );
    return { choices: [...others, { ...originOf(entry), cause, option, title, reason, refused }] };
  },
  line: (labels, { cause, title, reason, refused }) =>
    `${causeName(labels, cause)}: ${lowerFirst(title)} chosen${note(reason)}${refused.map((each) => `; ${lowerFirst(each.title)} refused: ${each.why}`).join("")}`,
  short: (_, { title }) => lowerFirst(title),
};
