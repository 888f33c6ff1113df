import { dayText } from "@/core/day";
import type { Watch } from "@/core/job";
import { withoutStop } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** A plan for catching what could not be reproduced. */
export interface WatchBody extends Watch {
  readonly kind: "watch";
}

export const watch: EntryRule<WatchBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ watches }, entry) => {
    const { what, who, until } = entry.body;
    return { watches: [...watches, { ...originOf(entry), what, who, until }] };
  },
  line: (_, { what, who, until }) => `To be caught: ${withoutStop(what)}; ${who} until ${dayText(until)}`,
  short: () => "to be caught",
};
