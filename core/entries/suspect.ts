import { causeName, lowerFirst } from "@/core/words";
import type { Cause } from "@/core/book";
import { note } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** A suspect that somebody names. */
export interface SuspectBody {
  readonly kind: "suspect";
  readonly cause: Cause;
  readonly why: string;
}

export const suspect: EntryRule<SuspectBody> = {
  right: "book.extend",
  onClosed: false,
  stays: null,
  adds: ({ suspects }, entry) => {
    const { component, failure } = entry.body.cause;
    return { suspects: [...suspects, { ...originOf(entry), component, failure }] };
  },
  line: (labels, { cause, why }) => `Suspected: ${lowerFirst(causeName(labels, cause))}${note(why)}`,
  short: () => "suspected",
};
