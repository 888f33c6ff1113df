import type { RepairOutcome, ReportSays, ReportSource } from "@/core/known-failures";

export const OUTCOME_WORDS: Readonly<Record<RepairOutcome, string>> = {
  holds: "holds",
  "for-a-while": "helps for a while",
  "in-vain": "tried in vain",
};

export const SOURCE_WORDS: Readonly<Record<ReportSource, string>> = {
  customer: "a customer",
  colleague: "a colleague",
  "other-shop": "another shop",
  poll: "a poll",
};

export const SAYS_WORDS: Readonly<Record<ReportSays, string>> = {
  failed: "it failed",
  "not-failed": "it never failed",
  "prevention-helped": "the prevention helped",
  "prevention-failed": "failed in spite of the prevention",
};
