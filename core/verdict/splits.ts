import { exhaustive } from "@/core/exhaustive";
import type { Outcome } from "@/core/book";
import { named } from "./outcome-of-verdict";
import { NO_VERDICT, type FeedFound, type SwapFound, type TestVerdict } from "./test-verdict";

/** Swapped with its twin: a fault that goes along is in the part, one that stays is not. */
export function swapVerdict(outcomes: readonly Outcome[], swap: SwapFound | null): TestVerdict {
  if (!swap) return NO_VERDICT;
  return {
    ok: true,
    verdict: null,
    said: { kind: "swap", swap },
    outcome: named(outcomes, ...swapOutcomes(swap.shows)),
  };
}

function swapOutcomes(shows: SwapFound["shows"]): readonly string[] {
  switch (shows) {
    case "second":
      return ["moved"];
    case "first":
      return ["stayed"];
    case "both":
      return ["both", "stayed"];
    case "nowhere":
      return ["gone"];
    default:
      return exhaustive(shows, "swapOutcomes");
  }
}

/**
 * Fed directly, and is it being commanded: what runs when fed is sound, and then a command that comes splits wiring from control.
 */
export function directFeedVerdict(outcomes: readonly Outcome[], feed: FeedFound | null): TestVerdict {
  if (!feed || feed.runs === null) return NO_VERDICT;
  const { runs, commanded } = feed;
  const key = !runs ? "part" : commanded === null ? null : commanded ? "wiring" : "control";
  const said = { kind: "feed" as const, runs, commanded };
  return { ok: true, verdict: null, said, outcome: key && named(outcomes, key) };
}
