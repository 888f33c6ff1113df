import "server-only";
import type { Cause } from "@/core/book";
import { FINDING_WORDS } from "@/core/entries";
import type { FindingResult } from "@/core/job";
import { causeName, type Labels } from "@/core/words";

/** What a closed job came to: its causes, else how it ended. */
export function outcomeText(
  labels: Labels,
  { causes, finding }: { readonly causes: readonly Cause[]; readonly finding: FindingResult },
): string {
  return causes.length ? causes.map((cause) => causeName(labels, cause)).join(" and ") : FINDING_WORDS[finding];
}
