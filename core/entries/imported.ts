import { EMPTY_RECORD } from "./record";
import type { EntryRule } from "./rule";

/** A casebook says something else of this job than before: what the entries before this one said no longer counts. */
export interface ImportedBody {
  readonly kind: "imported";
  readonly odometerKm: number | null;
}

export const imported: EntryRule<ImportedBody> = {
  right: "job.open",
  onClosed: false,
  stays: "what a casebook brought in is corrected by another casebook, or by entries of its own kind",
  adds: ({ holder }, { body }) => ({ ...EMPTY_RECORD, holder, odometerKm: body.odometerKm }),
  line: () => "Imported anew from a casebook",
  short: () => "imported",
};
