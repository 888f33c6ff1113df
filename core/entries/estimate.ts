import { causeName, lowerFirst } from "@/core/words";
import type { Cause, Money } from "@/core/book";
import { withoutStop } from "./wording";
import { originOf, type EntryRule } from "./rule";

/** What somebody asks for a repair before it is done. */
export interface EstimateBody {
  readonly kind: "estimate";
  readonly from: "ours" | "elsewhere";
  readonly what: string;
  readonly cause: Cause | null;
  readonly amount: Money;
}

export const estimate: EntryRule<EstimateBody> = {
  right: "job.complaint",
  onClosed: false,
  stays: null,
  adds: ({ estimates }, entry) => {
    const { from, what, cause, amount } = entry.body;
    return { estimates: [...estimates, { ...originOf(entry), from, what, cause, amount }] };
  },
  line: (labels, { from, what, cause, amount }) =>
    `Estimate ${from === "ours" ? "of ours" : "from elsewhere"}: ${withoutStop(what)}, ${amount.amount} ${amount.currency}${cause ? ` for ${lowerFirst(causeName(labels, cause))}` : ""}`,
  short: (_, { amount }) => `estimate ${amount.amount}`,
};
