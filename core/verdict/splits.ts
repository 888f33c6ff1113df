import { exhaustive } from "@/core/exhaustive";
import type { Outcome } from "@/core/book";
import { named } from "./outcome-of-verdict";
import { NO_VERDICT, type FeedFound, type SwapFound, type TestVerdict } from "./test-verdict";

/** Swapped with its twin: a fault that goes along is in the part, one that stays is not. */
export function swapVerdict(outcomes: readonly Outcome[], swap: SwapFound | null): TestVerdict {
  if (!swap) return NO_VERDICT;
  const [first, second] = [swap.first || "the first place", swap.second || "the second"];
  switch (swap.shows) {
    case "second":
      return said(outcomes, `The fault moved from ${first} to ${second}: it goes with the part`, "moved");
    case "first":
      return said(outcomes, `The fault stayed at ${first}: it does not go with the part`, "stayed");
    case "both":
      return said(outcomes, `The fault shows at ${first} and ${second} now`, "both", "stayed");
    case "nowhere":
      return said(outcomes, "The fault is gone since the swap: look at the connection that was disturbed", "gone");
    default:
      return exhaustive(swap.shows, "swapVerdict");
  }
}

/**
 * Fed directly, and is it being commanded: what runs when fed is sound, and then a command that comes splits wiring from control.
 */
export function directFeedVerdict(outcomes: readonly Outcome[], feed: FeedFound | null): TestVerdict {
  if (!feed || feed.runs === null) return NO_VERDICT;
  if (!feed.runs) return said(outcomes, "It does not run when fed directly: the part itself", "part");
  if (feed.commanded === null)
    return {
      ...NO_VERDICT,
      text: "It runs when fed directly: the part is sound. Is it being commanded?",
    };
  return feed.commanded
    ? said(outcomes, "It runs when fed, and a command is sent: the wiring between", "wiring")
    : said(outcomes, "It runs when fed, and no command is sent: the control", "control");
}

const said = (outcomes: readonly Outcome[], text: string, ...keys: readonly string[]): TestVerdict => ({
  ok: true,
  verdict: null,
  text,
  outcome: named(outcomes, ...keys),
});
