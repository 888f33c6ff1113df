import { dayText } from "@/core/day";
import type { Waiting } from "@/core/job";
import { lowerFirst } from "@/core/words";
import { note, withoutStop } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** The job waits for a part, a person or the customer; or, with null, it goes on. */
export interface WaitingBody {
  readonly kind: "waiting";
  readonly for: Waiting["for"] | null;
  readonly what: string;
  readonly due: string | null;
}

export const WAITING_WORDS: Record<Waiting["for"], string> = {
  part: "Waiting for a part",
  person: "Waiting for somebody",
  customer: "Waiting for the customer",
};

export const waiting: EntryRule<WaitingBody> = {
  right: "job.complaint",
  onClosed: false,
  stays: null,
  adds: (_, entry) => {
    const { for: whom, what, due } = entry.body;
    return {
      waiting: whom === null ? null : { ...originOf(entry), for: whom, what, due, since: entry.at.toISOString() },
    };
  },
  line: (_, { for: whom, what, due }) =>
    whom === null
      ? `It goes on${note(what)}`
      : `${WAITING_WORDS[whom]}: ${withoutStop(what)}${due ? `; due ${dayText(due)}` : ""}`,
  short: (_, { for: whom }) => (whom === null ? "goes on" : lowerFirst(WAITING_WORDS[whom])),
};
