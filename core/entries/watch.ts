import { dayText } from "@/core/day";
import type { Watch } from "@/core/job";
import { withoutStop } from "./wording";
import type { EntryRule } from "./rule";

/** A plan for catching what could not be reproduced. */
export interface WatchBody extends Watch {
  readonly kind: "watch";
}

export const watch: EntryRule<WatchBody> = {
  right: "job.record",
  onClosed: false,
  stays: null,
  adds: ({ watches }, { seq, body: { what, who, until } }) => ({ watches: [...watches, { seq, what, who, until }] }),
  line: (_, { what, who, until }) => `To be caught: ${withoutStop(what)}; ${who} until ${dayText(until)}`,
  short: () => "to be caught",
};
