import "server-only";
import { entryText } from "@/core/entries";
import { codesAfterCure, howOften, sameTestOf, triesAfterCure, type CodesAfter, type JobFacts } from "@/core/job";
import type { HowOften } from "@/core/proof";
import type { Labels } from "@/core/words";
import type { EntryWithOdds } from "@/server/db/trail";

/** What proves a cure so far. */
export interface ProofView {
  /** The test that spoke for the cause, as it read before the repair and after it; null where there was none. */
  readonly sameTest: {
    readonly procedure: string;
    readonly title: string;
    readonly before: string;
    readonly after: string | null;
    /** null where it was not run again. */
    readonly passes: boolean | null;
  } | null;
  readonly codes: CodesAfter;
  /** Of a fault that came now and then: how often before, and what clean tries leave of the doubt. */
  readonly tries: {
    readonly often: HowOften;
    readonly cleanTries: number;
    readonly doubt: number;
    readonly triesNeeded: number | null;
  } | null;
}

/** What proves the cure of a job so far, in words. */
export function proofView(facts: JobFacts, trail: readonly EntryWithOdds[], labels: Labels): ProofView {
  const same = sameTestOf(facts);
  const often = howOften(facts);
  const tries = triesAfterCure(facts);
  // A correction stands where the entry stood that it corrects.
  const said = (place: number) => {
    const entry = trail.findLast(
      ({ seq, corrects, correctedBy }) => (seq === place || corrects === place) && !correctedBy,
    );
    return entry ? entryText(labels, entry.body) : "";
  };
  return {
    sameTest: same && {
      procedure: same.before.procedure ?? "",
      title: same.before.title ?? "",
      before: said(same.before.seq),
      after: same.after && said(same.after.seq),
      passes: same.passes,
    },
    codes: codesAfterCure(facts),
    tries: often && tries && { often, ...tries },
  };
}
